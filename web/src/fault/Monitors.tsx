import type { ModuleLine } from '../api/client'

/** Which monitors of a module have run since the last clear, in words. */
export function Monitors({ module: m }: { module: ModuleLine }) {
  if (m.monitors.length === 0) return <p className="text-ink-2">It tells none.</p>
  const open = m.monitors.filter((x) => !x.complete).map((x) => x.name)
  const ran = m.monitors.filter((x) => x.complete).map((x) => x.name)
  return (
    <>
      <p>
        <b className="font-semibold">
          {ran.length} of {m.monitors.length} have run since the last clear.
        </b>{' '}
        {open.length > 0 && (
          <>Not yet: {open.join(', ')}. Drive until they have; only then a repair is proven.</>
        )}
      </p>
      <p className="mt-1 text-[15px] text-ink-2">
        {ran.length > 0 && <>Have run: {ran.join(', ')}. </>}
        {m.ignitionCycles != null && (
          <>{m.ignitionCycles.toLocaleString('en')} starts counted, which no clear touches.</>
        )}
      </p>
    </>
  )
}
