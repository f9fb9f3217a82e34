import { Link } from 'react-router'
import type { ModuleLine } from '../api/client'
import { texts } from './words'

/** Which monitors of a module have run since the last clear, in words. */
export function Monitors({ job, module: m }: { job: number; module: ModuleLine }) {
  const { monitors, results, ignitionCycles } = m.monitors
  if (monitors.length === 0 && results.length === 0)
    return <p className="text-ink-2">{texts.itReportsNoMonitors}</p>
  const open = monitors.filter((x) => !x.complete).map((x) => x.name)
  const ran = monitors.filter((x) => x.complete).map((x) => x.name)
  return (
    <>
      {monitors.length > 0 && (
        <p>
          <b className="font-semibold">{texts.ofHaveRunSinceTheLast(ran.length, monitors.length)}</b>{' '}
          {open.length > 0 && <>{texts.notYetDriveUntilTheyHave(open.join(', '))}</>}
        </p>
      )}
      <p className="mt-1 text-small text-ink-2">
        {ran.length > 0 && <>{texts.haveRun(ran.join(', '))}</>}
        {ignitionCycles != null && (
          <>{texts.startsCountedWhichNoClearTouches(ignitionCycles.toLocaleString('en'))}</>
        )}
      </p>
      <p className="mt-1">
        <Link className="underline" to={`/jobs/${job}/faults/monitors`}>
          {texts.monitorsAndTheirResults}
        </Link>
      </p>
    </>
  )
}
