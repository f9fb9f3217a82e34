import type { ModuleLine } from '../api/client'
import { texts } from './words'

/** Which monitors of a module have run since the last clear, in words. */
export function Monitors({ module: m }: { module: ModuleLine }) {
  if (m.monitors.length === 0) return <p className="text-ink-2">{texts.itReportsNoMonitors}</p>
  const open = m.monitors.filter((x) => !x.complete).map((x) => x.name)
  const ran = m.monitors.filter((x) => x.complete).map((x) => x.name)
  return (
    <>
      <p>
        <b className="font-semibold">{texts.ofHaveRunSinceTheLast(ran.length, m.monitors.length)}</b>{' '}
        {open.length > 0 && <>{texts.notYetDriveUntilTheyHave(open.join(', '))}</>}
      </p>
      <p className="mt-1 text-small text-ink-2">
        {ran.length > 0 && <>{texts.haveRun(ran.join(', '))}</>}
        {m.ignitionCycles != null && (
          <>{texts.startsCountedWhichNoClearTouches(m.ignitionCycles.toLocaleString('en'))}</>
        )}
      </p>
    </>
  )
}
