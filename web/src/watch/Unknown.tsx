import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { Fragment, useState } from 'react'
import { call, get, type UnknownGroup, type UnknownView } from '../api/client'
import { useMe } from '../account/me'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { Button, ButtonAnchor } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { ProblemBox } from '../shared/ProblemBox'
import { FieldForm } from './FieldForm'
import { texts } from './words'

const EVERY_MILLIS = 1000

const hex = (value: number) => value.toString(16).toUpperCase().padStart(2, '0')

/** How often a group comes, in the words of the bench. */
function every(seconds: number): string {
  if (seconds === 0) return ''
  return seconds < 1 ? `${Math.round(seconds * 1000)} ms` : `${seconds.toFixed(1)} s`
}

/** Groups on the bus that no pack reads, and what is made of their fields. */
export function Unknown() {
  const { job } = useJob()
  const may = useMe().rights.includes('READ') && job.state === 'OPEN'
  const queries = useQueryClient()
  const [chosen, setChosen] = useState<{ pgn: number; source: number; byte: number } | null>(null)
  const { data, error } = useQuery({
    queryKey: ['unknown', job.id],
    queryFn: () => get<UnknownView>(`/api/jobs/${job.id}/unknown`),
    refetchInterval: EVERY_MILLIS,
  })
  const forget = useMutation({
    mutationFn: (spn: number) => call('DELETE', `/api/jobs/${job.id}/fields/${spn}`),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['unknown', job.id] }),
  })
  if (error) return <ProblemBox problem={error} />
  if (!data) return <p className="text-ink-2">{texts.oneMoment}</p>
  const on = data.groups.find((g) => g.pgn === chosen?.pgn && g.source === chosen.source)
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>{texts.unknownTraffic}</h1>
        <p className="text-ink-2">
          {data.groups.length > 0 ? texts.groupsNobodyReads(data.groups.length) : ''}
        </p>
        <div className="ml-auto flex gap-2">
          {data.found.length > 0 && (
            <ButtonAnchor href={`/api/jobs/${job.id}/workshop-pack.yaml`} download="workshop.yaml">
              {texts.workshopPackOut}
            </ButtonAnchor>
          )}
          <ButtonAnchor href={`/api/jobs/${job.id}/parameters.dbc`} download={`parameters-${job.id}.dbc`}>
            {texts.dbcOut}
          </ButtonAnchor>
          <ButtonLink to={`/jobs/${job.id}/watch`}>{texts.watchThem}</ButtonLink>
        </div>
      </div>
      <ProblemBox problem={forget.error} />
      {data.groups.length === 0 ? (
        <p className="max-w-[72ch]">{texts.hookUpToSeeUnknown}</p>
      ) : (
        <table className="w-full text-left">
          <thead className="border-b border-line-strong text-small">
            <tr>
              <th scope="col" className="py-2 pr-3">
                {texts.sender}
              </th>
              <th scope="col" className="pr-3">
                {texts.group}
              </th>
              <th scope="col" className="pr-3">
                {texts.everyHowLong}
              </th>
              <th scope="col" className="pr-3">
                {texts.seenSoOften}
              </th>
              <th scope="col">{texts.bytesMovingBold}</th>
            </tr>
          </thead>
          <tbody>
            {data.groups.map((g) => (
              <Fragment key={`${g.pgn}/${g.source}`}>
                <GroupRow
                  group={g}
                  chosen={on === g ? chosen?.byte : undefined}
                  onByte={(byte) => setChosen({ pgn: g.pgn, source: g.source, byte })}
                />
                {on === g && chosen && (
                  <tr>
                    <td colSpan={5}>
                      <FieldForm
                        key={`${g.pgn}/${g.source}/${chosen.byte}`}
                        job={job.id}
                        group={g}
                        byte={chosen.byte}
                        may={may}
                        onKept={() => void queries.invalidateQueries({ queryKey: ['unknown', job.id] })}
                      />
                    </td>
                  </tr>
                )}
              </Fragment>
            ))}
          </tbody>
        </table>
      )}
      {data.found.length > 0 && (
        <section className="mt-6">
          <h2 className="mb-2">{texts.keptFields}</h2>
          <ul>
            {data.found.map((f) => (
              <li key={f.spn} className="flex items-center gap-4 border-t border-line py-1">
                <b className="min-w-[24ch] font-semibold">{f.name}</b>
                <span className="text-ink-2">
                  {texts.group} {f.pgn}, {texts.byteFromOne} {Math.floor(f.startBit / 8) + 1}, {f.bits}{' '}
                  {texts.widthInBits}, × {f.scale} {f.offset < 0 ? '−' : '+'} {Math.abs(f.offset)} {f.unit}
                </span>
                {may && (
                  <Button className="ml-auto" onClick={() => forget.mutate(f.spn)}>
                    {texts.forget}
                  </Button>
                )}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Why title={texts.unknownTraffic}>
        <WhyPart head={texts.whatItIs}>{texts.whatUnknownIs}</WhyPart>
        <WhyPart head={texts.next}>{texts.unknownNext}</WhyPart>
        <WhyPart head={texts.keptFields}>{texts.whereKeptFieldsGo}</WhyPart>
      </Why>
    </>
  )
}

/** A group of one sender; each byte can be chosen. */
function GroupRow({
  group,
  chosen,
  onByte,
}: {
  group: UnknownGroup
  chosen: number | undefined
  onByte: (byte: number) => void
}) {
  return (
    <tr className="border-b border-line">
      <td className="py-2 pr-3">
        {group.sender} <span className="text-ink-2">{group.source}</span>
      </td>
      <td className="pr-3 tabular-nums">
        {group.pgn}
        {group.partly && <span className="block text-small text-ink-2">{texts.partlyRead}</span>}
      </td>
      <td className="pr-3 whitespace-nowrap tabular-nums">{every(group.everySeconds)}</td>
      <td className="pr-3 tabular-nums">{group.count}</td>
      <td className="py-1">
        <span className="flex flex-wrap">
          {group.bytes.map((value, i) => (
            <button
              key={i}
              type="button"
              aria-label={texts.fieldByte(i + 1, hex(value))}
              aria-pressed={chosen === i}
              disabled={!group.unread[i]}
              onClick={() => onByte(i)}
              className={`min-h-11 min-w-11 border font-mono ${chosen === i ? 'border-petrol bg-petrol-soft' : 'border-transparent hover:border-line-strong'} ${group.moves[i] ? 'font-bold underline decoration-2 underline-offset-4' : 'text-ink-2'} disabled:opacity-40`}
            >
              {hex(value)}
            </button>
          ))}
        </span>
      </td>
    </tr>
  )
}
