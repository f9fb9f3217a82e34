import type { ModuleLine } from '../api/client'
import { places, texts } from './words'

type Monitors = ModuleLine['monitors']

/** What a module tells beside its monitors: its counts, devices that raise the emissions, where the engine works. */
export function Beside({ monitors: m }: { monitors: Monitors }) {
  if (!m.counts && m.devices.length === 0 && !m.area) return null
  return (
    <dl className="mt-2 grid max-w-[1100px] grid-cols-[auto_1fr] gap-x-6 gap-y-0.5 text-small">
      {m.counts && (
        <>
          <dt className="text-ink-2">{texts.faultsThatItCounts}</dt>
          <dd>
            {texts.countsOf(
              m.counts.pending ?? texts.notTold,
              m.counts.lampOn ?? texts.notTold,
              m.counts.lampOnEarlier ?? texts.notTold,
              m.counts.permanent ?? texts.notTold,
            )}
          </dd>
        </>
      )}
      {m.devices.length > 0 && (
        <>
          <dt className="text-ink-2">{texts.devicesThatRaiseTheEmissions}</dt>
          <dd>
            {m.devices
              .map((d) =>
                texts.deviceAtWork(
                  d.number,
                  d.minutes == null ? texts.notTold : texts.hoursOf((d.minutes / 60).toFixed(1)),
                ),
              )
              .join('; ')}
          </dd>
        </>
      )}
      {m.area && (
        <>
          <dt className="text-ink-2">{texts.whereTheEngineWorks}</dt>
          <dd>{texts.areaOf(places[m.area.nox], places[m.area.particles])}</dd>
        </>
      )}
    </dl>
  )
}
