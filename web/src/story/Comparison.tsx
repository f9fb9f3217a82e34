import { Segmented } from '../shared/Segmented'
import { Select } from '../shared/Field'
import { useQuery } from '@tanstack/react-query'
import { Link, useSearchParams } from 'react-router'
import { type Comparison as Compared, get } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { COMPARABLE, decimalsOf, texts } from './words'

/** One figure over all units and over this unit's visits. */
export function Comparison() {
  const { job } = useJob()
  const show = useShow()
  const [params, setParams] = useSearchParams()
  const figure = params.get('figure') ?? 'IDLE_SHARE'
  const life = params.get('span') === 'life'
  const { data, error } = useQuery({
    queryKey: ['comparison', job.unitId, figure, life],
    queryFn: () => get<Compared>(`/api/units/${job.unitId}/figures/${figure}?trip=${!life}`),
  })
  const choose = (f: string, l: boolean) => setParams({ figure: f, ...(l ? { span: 'life' } : {}) })
  const most = Math.max(...(data?.units ?? []).map((u) => u.amount), 1e-9)
  const words = (amount: number) => {
    const s = show(amount, data?.unit ?? '', decimalsOf(data?.unit ?? ''))
    return s.unit === '1' ? s.figure : `${s.figure} ${s.unit}`
  }
  return (
    <>
      <Link className="text-petrol underline" to={`/jobs/${job.id}/story`}>
        {texts.story}
      </Link>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1>{texts.compareOverUnitsAndVisits}</h1>
        <span className="ml-auto flex flex-wrap gap-2">
          <label className="sr-only" htmlFor="figure">
            {texts.figure}
          </label>
          <Select
            id="figure"
            className="w-auto"
            value={figure}
            onChange={(e) => choose(e.target.value, life)}
          >
            {COMPARABLE.map((c) => (
              <option key={c.figure} value={c.figure}>
                {c.title}
              </option>
            ))}
          </Select>
          <Segmented
            label={texts.counted}
            value={life ? 'life' : 'trip'}
            choices={[
              ['trip', texts.trip],
              ['life', texts.wholeLife2],
            ]}
            onChoose={(v) => choose(figure, v === 'life')}
          />
        </span>
      </div>
      <ProblemBox problem={error} />
      {data && (
        <>
          <section aria-label={texts.overUnits}>
            <h2 className="mb-1">{texts.newestReadOfEachUnit(data.title)}</h2>
            {data.units.length === 0 ? (
              <p className="text-ink-2">{texts.noStoryWasReadYetCall}</p>
            ) : (
              <ul className="text-small">
                {data.units.map((u) => {
                  const own = u.unitId === job.unitId
                  return (
                    <li
                      key={`${u.unitId} ${u.engine}`}
                      className={`grid grid-cols-[220px_1fr_110px] items-center gap-3 border-b border-line py-1.5 ${own ? 'bg-petrol-soft' : ''}`}
                    >
                      <Link
                        className={`truncate underline ${own ? 'font-semibold' : ''}`}
                        to={`/units/${u.unitId}`}
                      >
                        {u.fleetNumber}
                        {u.engine && `, ${u.engine.toLowerCase()}`}
                      </Link>
                      <span title={u.pack}>
                        <span
                          className={`block h-5 border-[1.5px] border-ink ${own ? 'bg-ink' : ''}`}
                          style={{ width: `${Math.max(0.5, (100 * u.amount) / most)}%` }}
                        />
                      </span>
                      <b className="text-right font-narrow text-large font-semibold whitespace-nowrap">
                        {words(u.amount)}
                      </b>
                    </li>
                  )
                })}
              </ul>
            )}
          </section>
          <section aria-label={texts.overVisits} className="mt-6">
            <h2 className="mb-1">{texts.visitsOf(job.fleetNumber)}</h2>
            <ul className="text-small">
              {data.visits.map((v) => (
                <li
                  key={`${v.jobId} ${v.engine}`}
                  className="grid grid-cols-[220px_1fr_110px] gap-3 border-b border-line py-1.5"
                >
                  <Link className="underline" to={`/jobs/${v.jobId}/story`}>
                    {texts.job2(v.number, v.engine && `, ${v.engine.toLowerCase()}`)}
                  </Link>
                  <span className="text-ink-2">
                    {new Date(v.readAt).toLocaleDateString()}
                    {v.hours != null && texts.atH(v.hours.toLocaleString('en', { maximumFractionDigits: 1 }))}
                  </span>
                  <b className="text-right font-narrow text-large font-semibold">{words(v.amount)}</b>
                </li>
              ))}
            </ul>
            {data.visits.length < 2 && (
              <p className="mt-1 text-small text-ink-2">
                {data.visits.length === 0 ? texts.noVisitWithAStoryYet : texts.oneVisitSoFarTheNext}
              </p>
            )}
          </section>
        </>
      )}
      <Why title={data?.title ?? texts.compare}>
        <WhyPart head={texts.whatItIs}>{texts.theNewestAmountOfEveryUnit}</WhyPart>
        <WhyPart head={texts.next}>{texts.aUnitThatStandsOutAt}</WhyPart>
      </Why>
    </>
  )
}
