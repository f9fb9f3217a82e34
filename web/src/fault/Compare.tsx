import { Select } from '../shared/Field'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { type DifferenceLine, get, type ReadHead } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { readWhys, texts } from './words'

/** When, why, and how much: short enough for a line of choice. */
function title(r: ReadHead): string {
  const at = new Date(r.readAt)
  const today = at.toDateString() === new Date().toDateString()
  const when = today
    ? at.toLocaleTimeString()
    : at.toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })
  return texts.nowEarlier(when, readWhys[r.why] ?? r.why, r.active, r.faults - r.active)
}

/** Any two reads of the job beside each other. */
export function Compare() {
  const { job } = useJob()
  const reads = useQuery({
    queryKey: ['reads', job.id],
    queryFn: () => get<ReadHead[]>(`/api/jobs/${job.id}/faults/reads`),
  })
  const list = reads.data ?? []
  const [chosen, setChosen] = useState<{ before?: number; after?: number }>({})
  const after = chosen.after ?? list[0]?.id
  const before = chosen.before ?? list[1]?.id
  const lines = useQuery({
    queryKey: ['difference', job.id, before, after],
    queryFn: () =>
      get<DifferenceLine[]>(`/api/jobs/${job.id}/faults/difference?before=${before}&after=${after}`),
    enabled: before !== undefined && after !== undefined,
  })
  return (
    <>
      <p className="mb-1">
        <Link className="text-petrol underline" to={`/jobs/${job.id}/faults`}>
          {texts.whereToStart}
        </Link>
      </p>
      <h1 className="mb-3">{texts.compareReads}</h1>
      <ProblemBox problem={reads.error ?? lines.error} />
      {list.length < 2 ? (
        <p className="text-ink-2">
          {texts.readTheFaultsAgainAfterA(
            list.length === 0 ? texts.noReadIsStoredYet : texts.thereIsOneReadSoFar,
          )}
        </p>
      ) : (
        <>
          <div className="mb-4 grid grid-cols-2 gap-4">
            <ReadChoice
              label={texts.before}
              reads={list}
              value={before}
              onChoose={(id) => setChosen({ ...chosen, before: id })}
            />
            <ReadChoice
              label={texts.after}
              reads={list}
              value={after}
              onChoose={(id) => setChosen({ ...chosen, after: id })}
            />
          </div>
          {lines.data?.length === 0 && <p className="text-ink-2">{texts.neitherReadHoldsAFault}</p>}
          <ul>
            {lines.data?.map((l) => (
              <li
                key={l.key}
                className="grid grid-cols-[210px_1fr_auto] items-center gap-x-4 border-b border-line py-2"
              >
                <b className="font-semibold">{l.says}</b>
                <span>
                  {l.component}, {l.mode}
                  <span className="ml-2 text-small text-ink-2">{l.moduleTitle}</span>
                </span>
                <span className="text-right">
                  <span className="code">{texts.spnFmi(l.spn, l.fmi)}</span>
                  {l.counted > 0 && <span className="ml-3">{texts.timesMore(l.counted)}</span>}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
      <Why title={texts.twoReads}>
        <WhyPart head={texts.whatItShows}>{texts.faultsThatAreNewStillThere}</WhyPart>
        <WhyPart head={texts.next}>
          <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
        </WhyPart>
      </Why>
    </>
  )
}

function ReadChoice({
  label,
  reads,
  value,
  onChoose,
}: {
  label: string
  reads: ReadHead[]
  value: number | undefined
  onChoose: (id: number) => void
}) {
  return (
    <label>
      {label}
      <Select value={value} onChange={(e) => onChoose(Number(e.target.value))}>
        {reads.map((r) => (
          <option key={r.id} value={r.id}>
            {title(r)}
          </option>
        ))}
      </Select>
    </label>
  )
}
