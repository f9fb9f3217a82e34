import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useParams } from 'react-router'
import { type CircuitView, type ContactNow, get } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { useMe } from '../account/me'
import { useBeginTrace } from './useBeginTrace'
import { CircuitDrawing, type Pointed, roles } from './CircuitDrawing'
import { layOut } from './circuitLayout'
import { texts } from './words'

const NOW_MS = 1000

/** The circuit sheet of a part: drawn, as a table, and what the module makes of its signals now. */
export function CircuitPage() {
  const { job } = useJob()
  const liveLink = useLive('link')
  const part = useParams().part ?? ''
  const [pointed, setPointed] = useState<Pointed>(undefined)
  const path = `/api/jobs/${job.id}/circuits/${encodeURIComponent(part)}`
  const { data: sheet, error } = useQuery({
    queryKey: ['circuit', job.id, part],
    queryFn: () => get<CircuitView>(path),
  })
  const placed = useQuery({
    queryKey: ['circuit-layout', job.id, part],
    queryFn: () => layOut(sheet as CircuitView),
    enabled: sheet !== undefined,
    staleTime: Infinity,
  })
  const up = liveLink?.state === 'UP'
  const now = useQuery({
    queryKey: ['circuit-now', job.id, part],
    queryFn: () => get<ContactNow[]>(`${path}/now`),
    enabled: up && sheet !== undefined,
    refetchInterval: NOW_MS,
  })
  if (error) return <ProblemBox problem={error} />
  if (!sheet) return <p className="text-ink-2">{texts.oneMoment}</p>
  const signals = sheet.fittings.some((f) => f.contacts.some((c) => c.spn > 0))
  const told = up ? now.data : undefined
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.circuitSheet(sheet.title)}</h1>
        <span className="ml-auto flex gap-2">
          <Button className="no-print" onClick={() => window.print()}>
            {texts.print}
          </Button>
          <Button className="no-print" disabled={pointed === undefined} onClick={() => setPointed(undefined)}>
            {texts.showAllAlike}
          </Button>
        </span>
      </div>
      <p className="mb-3 max-w-[76ch] text-ink-2">
        {texts.thickFramesAndFilledContactsAre}
        {!up && signals && texts.hookedUpTheSignalsShowWhat}
      </p>
      <div className="circuit overflow-x-auto">
        {placed.data ? (
          <CircuitDrawing
            sheet={sheet}
            placed={placed.data}
            now={told}
            pointed={pointed}
            onPoint={(what) => setPointed(same(what, pointed) ? undefined : what)}
          />
        ) : (
          <p className="text-ink-2">{placed.error ? texts.itCouldNotBeDrawnThe : texts.drawingIt}</p>
        )}
      </div>
      <section aria-label={texts.wires} className="mt-5">
        <h2 className="mb-1">{texts.wires}</h2>
        <table className="w-full max-w-[760px] text-left">
          <thead>
            <tr className="border-b border-line-strong">
              <th className="py-1 pr-4 font-semibold">{texts.number}</th>
              <th className="py-1 pr-4 font-semibold">{texts.from}</th>
              <th className="py-1 pr-4 font-semibold">{texts.to2}</th>
              <th className="py-1 pr-4 font-semibold">{texts.colour}</th>
              <th className="py-1 font-semibold">{texts.mm}</th>
            </tr>
          </thead>
          <tbody>
            {sheet.wires.map((w) => (
              <tr key={w.number} className="border-b border-line">
                <td className="code py-1 pr-4">{w.number}</td>
                <td className="py-1 pr-4">{pointSaid(sheet, w.from)}</td>
                <td className="py-1 pr-4">{pointSaid(sheet, w.to)}</td>
                <td className="py-1 pr-4">{w.colour}</td>
                <td className="py-1">{w.mm2}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <CircuitWhy sheet={sheet} pointed={pointed} now={told} job={job.id} />
    </>
  )
}

function same(a: Pointed, b: Pointed): boolean {
  return JSON.stringify(a) === JSON.stringify(b)
}

/** A point as it is said: "X21 contact 3". */
function pointSaid(sheet: CircuitView, point: string): string {
  return sheet.fittings.flatMap((f) => f.contacts).find((c) => c.point === point)?.says ?? point
}

function CircuitWhy({
  sheet,
  pointed,
  now,
  job,
}: {
  sheet: CircuitView
  pointed: Pointed
  now: ContactNow[] | undefined
  job: number
}) {
  const show = useShow()
  const said = useSaid()
  const me = useMe()
  const begin = useBeginTrace(job)
  const own = sheet.fittings.flatMap((f) => f.contacts).filter((c) => c.own && c.spn > 0)
  const spns = [...new Set(own.map((c) => c.spn))]
  const fitting =
    pointed && 'fitting' in pointed ? sheet.fittings.find((f) => f.id === pointed.fitting) : undefined
  const wire = pointed && 'wire' in pointed ? sheet.wires.find((w) => w.number === pointed.wire) : undefined
  const net = wire && sheet.nets.find((n) => n.includes(wire.from))
  const next = (
    <WhyPart head={texts.next}>
      <span className="flex flex-col gap-2">
        {fitting?.part && fitting.part !== sheet.part && (
          <ButtonLink to={`/jobs/${job}/trace/circuits/${fitting.part}`}>
            {texts.circuitOf(fitting.partTitle)}
          </ButtonLink>
        )}
        {sheet.guides.map((g) => (
          <Button
            key={g.id}
            disabled={!me.rights.includes('READ') || begin.isPending}
            onClick={() => begin.mutate({ guide: g.id, part: sheet.part })}
          >
            {texts.traceItStepByStep}
          </Button>
        ))}
        <ProblemBox problem={begin.error} />
        {spns.length > 0 && (
          <ButtonLink to={`/jobs/${job}/watch?${spns.map((s) => `spn=${s}`).join('&')}`}>
            {texts.liveValuesOfIt}
          </ButtonLink>
        )}
        <ButtonLink to={`/jobs/${job}/faults`}>{texts.whereToStart}</ButtonLink>
      </span>
    </WhyPart>
  )
  if (wire)
    return (
      <Why title={texts.wire(wire.number)}>
        <WhyPart head={texts.whatItIs}>
          {texts.mmFromTo(wire.colour, wire.mm2, pointSaid(sheet, wire.from), pointSaid(sheet, wire.to))}
        </WhyPart>
        <WhyPart head={texts.itsWholeNet}>
          <ul className="list-disc pl-4">
            {net?.map((p) => (
              <li key={p}>{pointSaid(sheet, p)}</li>
            ))}
          </ul>
        </WhyPart>
        <WhyPart head={texts.measuringIt}>{texts.ohmsOnAStillWireCan}</WhyPart>
        {next}
      </Why>
    )
  if (fitting)
    return (
      <Why title={`${fitting.id}, ${fitting.title}`}>
        {fitting.place && <WhyPart head={texts.whereItSits}>{fitting.place}.</WhyPart>}
        {fitting.partTitle && <WhyPart head={texts.belongsTo}>{fitting.partTitle}.</WhyPart>}
        {fitting.amps > 0 && <WhyPart head={texts.rating}>{fitting.amps} A.</WhyPart>}
        <WhyPart head={texts.contacts}>
          <ul>
            {fitting.contacts.map((c) => {
              const told = now?.find((n) => n.point === c.point)
              const shown = told && show(told.value, told.unit, told.value >= 100 ? 0 : 1)
              return (
                <li key={c.point} className="border-b border-line py-1">
                  <b className="font-semibold">{c.name}</b> {roles[c.role]}
                  {c.measures && <span className="block">{c.measures}</span>}
                  {now !== undefined && c.spn > 0 && !shown && (
                    <span className="block">{texts.noValueJustNowASensor}</span>
                  )}
                  {shown && (
                    <span className="block">
                      {texts.theModuleMakesOfIt(shown.figure, shown.unit)}
                      {told.volts != null && texts.thatStandsForVNominal(told.volts.toFixed(2))}.
                    </span>
                  )}
                </li>
              )
            })}
          </ul>
        </WhyPart>
        {next}
      </Why>
    )
  return (
    <Why title={sheet.title}>
      {sheet.what && <WhyPart head={texts.whatItIs}>{said(sheet.what)}</WhyPart>}
      {sheet.normal && <WhyPart head={texts.normal}>{said(sheet.normal)}</WhyPart>}
      {next}
    </Why>
  )
}
