import { Select } from '../shared/Field'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { Link, useSearchParams } from 'react-router'
import { get, type Sheet } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { words } from '../shared/words'
import { texts } from './words'

/** Values that a module froze, all kept occurrences side by side; a second fault can be set beside the first. */
export function Snapshots() {
  const { job, faults: view } = useJob()
  const [params, setParams] = useSearchParams()
  const show = useShow()
  const read = params.get('read') ?? ''
  const keys = params.getAll('fault')
  const sheet = useQuery({
    queryKey: ['snapshots', job.id, read, ...keys],
    queryFn: () =>
      get<Sheet>(
        `/api/jobs/${job.id}/faults/snapshots?read=${read}&${keys.map((k) => `fault=${encodeURIComponent(k)}`).join('&')}`,
      ),
    enabled: read !== '' && keys.length > 0,
  })
  const said = useSaid()
  const frozen = view?.faults.filter((f) => f.snapshots > 0) ?? []
  const set = (index: number, key: string) => {
    const next = [...keys]
    if (key) next[index] = key
    else next.splice(index, 1)
    setParams({ read, fault: next })
  }
  const marks =
    sheet.data?.rows.flatMap((r) => r.cells.map((c) => (c.mark ? `${r.name}: ${said(c.mark)}` : ''))) ?? []
  const reasons = [...new Set(marks.filter(Boolean))]
  return (
    <>
      <p className="mb-1">
        <Link className="text-petrol underline" to={`/jobs/${job.id}/faults`}>
          {texts.whereToStart}
        </Link>
      </p>
      <h1 className="mb-3">{texts.freezeFrames}</h1>
      <div className="mb-4 grid grid-cols-2 gap-4">
        {[0, 1].map((i) => (
          <label key={i}>
            {i === 0 ? texts.fault : texts.besideIt}
            <Select value={keys[i] ?? ''} onChange={(e) => set(i, e.target.value)}>
              {i === 1 && <option value="">{texts.nothing}</option>}
              {frozen.map((f) => (
                <option key={f.key} value={f.key}>
                  {texts.spnFmi2(f.spn, f.fmi, f.component)}
                </option>
              ))}
            </Select>
          </label>
        ))}
      </div>
      <ProblemBox problem={sheet.error} />
      {sheet.data && sheet.data.columns.length === 0 && (
        <p className="text-ink-2">{texts.itsModuleKeptNoValuesWith}</p>
      )}
      {sheet.data && sheet.data.columns.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-small">
            <thead>
              <tr className="border-b border-line-strong align-bottom">
                <th className="py-1 pr-4 text-left font-semibold">{texts.value}</th>
                <th className="pr-2 text-left font-semibold">{texts.unit}</th>
                {sheet.data.columns.map((c, i) => (
                  <th key={`${c} ${i}`} className="w-[92px] px-2 text-right font-semibold">
                    {c}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sheet.data.rows.map((r, i) => (
                <tr
                  key={r.name}
                  className={`border-b border-line ${r.derived && !sheet.data.rows[i - 1]?.derived ? 'border-t-2 border-t-line-strong' : ''}`}
                >
                  <td className="min-w-[190px] py-1 pr-3">
                    {r.name}
                    {r.derived && <span className="text-ink-3">{texts.workedOut}</span>}
                  </td>
                  <td className="pr-2 text-ink-2">{show(0, r.unit, 0).unit.replace(/^1$/, '')}</td>
                  {r.cells.map((c, at) => {
                    const shown = c.value == null ? undefined : show(c.value, r.unit, r.decimals)
                    return (
                      <td key={at} className="px-2 text-right whitespace-nowrap">
                        {shown ? (
                          <>
                            <span
                              className={`font-narrow text-lead ${c.mark ? 'border-b-[3px] border-ink font-semibold' : ''}`}
                              title={said(c.mark)}
                            >
                              {shown.figure}
                            </span>
                            {c.mark && <span className="sr-only">{texts.outOfPlace(said(c.mark))}</span>}
                          </>
                        ) : (
                          <span className={`text-ink-2 ${c.mark ? 'border-b-[3px] border-ink' : ''}`}>
                            {words.states[c.state] || texts.notKept}
                          </span>
                        )}
                      </td>
                    )
                  })}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
      <Why title={texts.outOfPlace2}>
        {reasons.length === 0 ? (
          <WhyPart head={texts.here}>{texts.nothingPassesALimitOfThe}</WhyPart>
        ) : (
          <WhyPart head={texts.hereUnderlinedInTheTable}>
            <ul className="list-disc pl-4">
              {reasons.map((r) => (
                <li key={r} className="mb-1">
                  {r}
                </li>
              ))}
            </ul>
          </WhyPart>
        )}
        <WhyPart head={texts.howToReadIt}>{texts.eachColumnIsOneOccurrenceAs}</WhyPart>
        <WhyPart head={texts.next}>
          <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
        </WhyPart>
      </Why>
    </>
  )
}
