import { useShow } from '../shared/quantity'
import { words } from '../shared/words'
import type { JobLive } from '../stream/useJobStream'

const SHORT: Record<number, string> = { 190: 'Engine', 168: 'Battery', 110: 'Coolant' }
const STALE_MS = 5000

/** The vital few, and the health of the link. */
export function VitalsRow({ live }: { live: JobLive }) {
  const show = useShow()
  const { link, vitals } = live
  if (!link || link.state === 'OFF') return <p className="text-ink-2">Not hooked up</p>
  const up = link.state === 'UP' && vitals
  // Values of a recording are of then: nothing about them is live.
  const recorded = link.linkId?.startsWith('log/') === true || link.linkId?.startsWith('stored/') === true
  return (
    <div className="flex min-w-0 items-center gap-5 overflow-hidden" aria-label="Vital values">
      {up && !recorded && (
        <Vital
          head="Key"
          figure={vitals.key === 'on' ? 'on' : 'off?'}
          unit=""
          title="Inferred from whether modules are heard"
        />
      )}
      {up &&
        vitals.values.map((v) => {
          const stale = v.ageMs > STALE_MS
          const shown =
            v.value === null || stale
              ? undefined
              : show(v.value, v.unit, v.spn === 190 ? 0 : Math.min(1, v.decimals))
          return (
            <Vital
              key={v.spn}
              head={SHORT[v.spn] ?? v.name}
              figure={shown?.figure ?? (stale ? 'stale' : words.states[v.state])}
              unit={shown?.unit ?? ''}
              title={v.spn === 168 ? `${v.name}, as the module measures it` : v.name}
            />
          )
        })}
      <div className="min-w-[120px] text-[14px] leading-tight text-ink-2 max-[1060px]:hidden">
        {up ? (
          <>
            <b className="block font-semibold text-ink">
              {link.bus}
              {vitals.loadPercent !== null && `, ${Math.round(vitals.loadPercent)} % busy`}
            </b>
            {recorded
              ? 'a recording, not live'
              : vitals.lastFrameMs === null
                ? 'no frame yet'
                : `last frame ${age(vitals.lastFrameMs)}`}
          </>
        ) : (
          <b className="font-semibold text-ink">{link.says}</b>
        )}
      </div>
    </div>
  )
}

function age(ms: number): string {
  return ms < 1000 ? `${Math.max(1, Math.round(ms))} ms ago` : `${Math.round(ms / 1000)} s ago`
}

function Vital({ head, figure, unit, title }: { head: string; figure: string; unit: string; title: string }) {
  return (
    <div className="min-w-[58px] whitespace-nowrap" title={title}>
      <span className="block text-[13px] leading-none font-medium text-ink-3">{head}</span>
      <b className="font-narrow text-[20px] leading-tight font-semibold">{figure}</b>
      {unit && <span className="ml-1 text-[14px] text-ink-3">{unit}</span>}
    </div>
  )
}
