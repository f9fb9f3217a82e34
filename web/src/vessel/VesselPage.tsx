import { ButtonLink } from '../shared/ButtonLink'
import { Link } from 'react-router'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { useShow } from '../shared/quantity'
import { count } from '../shared/words'
import type { VesselThing, VesselTold } from '../stream/types'
import { texts } from './words'

const STALE_MS = 6000

/** What the vessel's own network tells beside the bus of the engines. Nothing is ever sent to it. */
export function VesselPage() {
  const { job } = useJob()
  const liveVessel = useLive('vessel')
  const vessel = liveVessel
  const back = (
    <Link className="text-petrol underline" to={`/jobs/${job.id}/hook-up`}>
      {texts.hookUp}
    </Link>
  )
  if (!vessel)
    return (
      <>
        {back}
        <h1 className="mb-2">{texts.vessel}</h1>
        <p className="max-w-[70ch] text-ink-2">{texts.noVesselNetworkIsHeardWhere}</p>
      </>
    )
  const of = (about: VesselThing['about']) => vessel.things.filter((t) => t.about === about)
  return (
    <>
      {back}
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.vessel}</h1>
        <p className="text-ink-2" aria-live="polite">
          {texts.on(vessel.says, count(vessel.devices.length, 'device'), vessel.bus)}
          {vessel.dropped > 0 && texts.longMessagesDidNotComeWhole(vessel.dropped)}.
        </p>
      </div>
      {!vessel.heard && (
        <p role="alert" className="mb-4 border-l-4 border-grave bg-sheet px-4 py-3">
          <b className="font-semibold">{texts.theNetworkIsSilentHere}</b>
          {texts.isItSwitchedOnAtThe}
        </p>
      )}
      <SideBySide title={texts.engines} things={of('ENGINE')} />
      <SideBySide title={texts.gears} things={of('GEAR')} />
      <SideBySide title={texts.batteries} things={of('BATTERY')} />
      <SideBySide title={texts.tanks} things={of('TANK')} />
      <SideBySide title={texts.underWay} things={of('VESSEL')} />
      {vessel.devices.length > 0 && (
        <section aria-label={texts.devices} className="mt-6">
          <h2 className="mb-1">{texts.devices}</h2>
          <ul className="text-small">
            {vessel.devices.map((d) => (
              <li
                key={d.source}
                className="grid grid-cols-[110px_1fr_auto] gap-3 border-b border-line py-1.5"
              >
                <span>{texts.address(d.source)}</span>
                <span>
                  {d.model ? (
                    <b className="font-semibold">
                      {d.model} <span className="font-normal text-ink-2">{d.software}</span>
                    </b>
                  ) : (
                    <span className="text-ink-2">{texts.notAskedByAnybodySinceWe}</span>
                  )}
                </span>
                <span className={d.ageMs > STALE_MS ? 'font-semibold' : 'text-ink-2'}>
                  {d.ageMs > STALE_MS ? texts.silentForS(Math.round(d.ageMs / 1000)) : texts.sends}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Why title={texts.vesselNetwork}>
        <WhyPart head={texts.whatItIs}>{texts.gatewaysAndSendersTellHereWhat}</WhyPart>
        <WhyPart head={texts.whatItMeans}>{texts.aFigureThatDiffersFromThe}</WhyPart>
        <WhyPart head={texts.next}>
          <span className="flex flex-col gap-2">
            <ButtonLink to={`/jobs/${job.id}/story`}>{texts.whatTheEnginesRemember}</ButtonLink>
            <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
          </span>
        </WhyPart>
      </Why>
    </>
  )
}

/** Several of a kind in columns, so that port and starboard are compared at a glance. */
function SideBySide({ title, things }: { title: string; things: VesselThing[] }) {
  if (things.length === 0) return null
  const fields = [...new Set(things.flatMap((t) => t.values.map((v) => v.name)))]
  // What nobody tells of any of them would be a row of nothing.
  const told = fields.filter((f) =>
    things.some((t) => t.values.some((v) => v.name === f && v.words !== 'not available')),
  )
  const missing = fields.filter((f) => !told.includes(f))
  return (
    <section aria-label={title} className="mt-5">
      <h2 className="mb-1">{title}</h2>
      <table className="w-full table-fixed text-small">
        <thead>
          <tr className="border-b border-line-strong">
            <th className="w-[30%] py-1 pr-3 text-left font-semibold" />
            {things.map((t) => (
              <th key={t.name} className="pr-3 text-right font-semibold">
                {t.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {told.map((f) => (
            <tr key={f} className="border-b border-line">
              <td className="py-1 pr-3">{f}</td>
              {things.map((t) => (
                <td key={t.name} className="pr-3 text-right">
                  <Cell told={t.values.find((v) => v.name === f)} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {missing.length > 0 && (
        <p className="mt-1 text-fine text-ink-3">{texts.notAvailable(missing.join(', ').toLowerCase())}</p>
      )}
    </section>
  )
}

function Cell({ told }: { told: VesselTold | undefined }) {
  const show = useShow()
  if (!told) return <span className="text-ink-3">{texts.notTold}</span>
  if (told.ageMs > STALE_MS)
    return <span className="text-ink-2">{texts.staleSOld(Math.round(told.ageMs / 1000))}</span>
  if (told.value === null)
    return <span className={told.words === 'none' ? 'text-ink-2' : 'font-semibold'}>{told.words}</span>
  const s = show(told.value, told.unit, told.decimals)
  return (
    <span className="whitespace-nowrap">
      <b className="font-narrow text-head font-semibold">{s.figure}</b>{' '}
      <span className="text-ink-2">{s.unit}</span>
    </span>
  )
}
