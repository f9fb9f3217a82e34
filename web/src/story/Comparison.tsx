import { useQuery } from '@tanstack/react-query'
import { Link, useSearchParams } from 'react-router'
import { type Comparison as Compared, get } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { COMPARABLE, decimalsOf } from './words'

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
        Story
      </Link>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h1>Compare over units and visits</h1>
        <span className="ml-auto flex flex-wrap gap-2">
          <label className="sr-only" htmlFor="figure">
            Figure
          </label>
          <select
            id="figure"
            className="field w-auto"
            value={figure}
            onChange={(e) => choose(e.target.value, life)}
          >
            {COMPARABLE.map((c) => (
              <option key={c.figure} value={c.figure}>
                {c.title}
              </option>
            ))}
          </select>
          <button className="btn" aria-pressed={!life} onClick={() => choose(figure, false)}>
            Trip
          </button>
          <button className="btn" aria-pressed={life} onClick={() => choose(figure, true)}>
            Whole life
          </button>
        </span>
      </div>
      <ProblemBox problem={error} />
      {data && (
        <>
          <section aria-label="Over units">
            <h2 className="mb-1">{data.title}, newest read of each unit</h2>
            {data.units.length === 0 ? (
              <p className="text-ink-2">
                No story was read yet. Call the roll at a unit; it is read by itself.
              </p>
            ) : (
              <ul className="text-[15px]">
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
                      <b className="text-right font-narrow text-[18px] font-semibold whitespace-nowrap">
                        {words(u.amount)}
                      </b>
                    </li>
                  )
                })}
              </ul>
            )}
          </section>
          <section aria-label="Over visits" className="mt-6">
            <h2 className="mb-1">Visits of {job.fleetNumber}</h2>
            <ul className="text-[15px]">
              {data.visits.map((v) => (
                <li
                  key={`${v.jobId} ${v.engine}`}
                  className="grid grid-cols-[220px_1fr_110px] gap-3 border-b border-line py-1.5"
                >
                  <Link className="underline" to={`/jobs/${v.jobId}/story`}>
                    Job {v.number}
                    {v.engine && `, ${v.engine.toLowerCase()}`}
                  </Link>
                  <span className="text-ink-2">
                    {new Date(v.readAt).toLocaleDateString()}
                    {v.hours != null &&
                      `, at ${v.hours.toLocaleString('en', { maximumFractionDigits: 1 })} h`}
                  </span>
                  <b className="text-right font-narrow text-[18px] font-semibold">{words(v.amount)}</b>
                </li>
              ))}
            </ul>
            {data.visits.length < 2 && (
              <p className="mt-1 text-[15px] text-ink-2">
                {data.visits.length === 0
                  ? 'No visit with a story yet.'
                  : 'One visit so far; the next stands beside it.'}
              </p>
            )}
          </section>
        </>
      )}
      <Why title={data?.title ?? 'Compare'}>
        <WhyPart head="What it is">
          The newest amount of every unit, smallest first; this unit is the filled bar. Shares and rates
          compare over units of any age, totals do not.
        </WhyPart>
        <WhyPart head="Next">
          A unit that stands out at the same work is worth a look before it complains.
        </WhyPart>
      </Why>
    </>
  )
}
