import { useShow } from '../shared/quantity'
import { words } from '../shared/words'
import type { Value } from '../stream/types'
import { HotExhaust } from './HotExhaust'
import { useLive } from './jobContext'
import { texts } from './words'

const SHORT: Record<number, string> = { 190: texts.engine, 168: texts.battery, 110: texts.coolant }
const STALE_MS = 5000

/** The vital few, and the health of the link. */
export function VitalsRow() {
  const show = useShow()
  const link = useLive('link')
  const vitals = useLive('vitals')
  if (!link || link.state === 'OFF') {
    return (
      <p className="flex items-center gap-4 text-ink-2">
        <HotExhaust />
        {texts.notHookedUp}
      </p>
    )
  }
  const up = link.state === 'UP' && vitals
  // Values of a recording are of then: nothing about them is live.
  const recorded = link.linkId?.startsWith('log/') === true || link.linkId?.startsWith('stored/') === true
  return (
    <div className="flex min-w-0 items-center gap-4 overflow-hidden" aria-label={texts.vitalValues}>
      {up && !recorded && (
        <Vital
          head={texts.key}
          figure={vitals.key === 'on' ? 'on' : 'off?'}
          unit=""
          title={texts.inferredFromWhetherModulesAreHeard}
        />
      )}
      {!recorded && <HotExhaust />}
      {up &&
        bySpn(vitals.values).map((of) => {
          const shown = of.map((v) => {
            const stale = v.ageMs > STALE_MS
            const figure =
              v.value === null || stale
                ? undefined
                : show(v.value, v.unit, v.spn === 190 ? 0 : Math.min(1, v.decimals))
            return {
              side: v.side,
              figure: figure?.figure ?? (stale ? 'stale' : words.states[v.state]),
              unit: figure?.unit ?? '',
            }
          })
          const first = of[0]
          return (
            first && (
              <Vital
                key={first.spn}
                head={SHORT[first.spn] ?? first.name}
                sides={shown}
                unit={shown.find((s) => s.unit)?.unit ?? ''}
                title={first.spn === 168 ? texts.asTheModuleMeasuresIt(first.name) : first.name}
              />
            )
          )
        })}
      {/* A warning goes before the state of the link. */}
      <div
        className={`min-w-[64px] text-fine leading-tight text-ink-2 ${up && vitals.exhaustHot ? 'max-[1400px]:hidden' : 'max-[1060px]:hidden'}`}
      >
        {up ? (
          <>
            <b className="block font-semibold text-ink">
              {link.bus}
              {vitals.loadPercent !== null && texts.busy(Math.round(vitals.loadPercent))}
            </b>
            <span
              className="block truncate"
              title={vitals.lastFrameMs === null ? undefined : texts.lastFrame(age(vitals.lastFrameMs))}
            >
              {recorded
                ? texts.aRecordingNotLive
                : vitals.lastFrameMs === null
                  ? texts.noFrameYet
                  : texts.lastFrame(age(vitals.lastFrameMs))}
            </span>
          </>
        ) : (
          <b className="font-semibold text-ink">{link.says}</b>
        )}
      </div>
    </div>
  )
}

function age(ms: number): string {
  return ms < 1000 ? texts.msAgo(Math.max(1, Math.round(ms))) : texts.sAgo(Math.round(ms / 1000))
}

/** Readings of one parameter together, engine by engine. */
function bySpn(values: Value[]): Value[][] {
  const spns = [...new Set(values.map((v) => v.spn))]
  return spns.map((spn) => values.filter((v) => v.spn === spn))
}

/** One figure, or one for each side of the unit with the side's letter before it. */
function Vital({
  head,
  figure,
  sides,
  unit,
  title,
}: {
  head: string
  figure?: string
  sides?: { side: string; figure: string }[]
  unit: string
  title: string
}) {
  return (
    <div className="min-w-[58px] shrink-0 whitespace-nowrap" title={title}>
      <span className="block text-fine leading-none font-medium text-ink-3">{head}</span>
      {figure !== undefined && <b className="font-narrow text-head leading-tight font-semibold">{figure}</b>}
      {sides?.map((s) => (
        <span key={s.side} className="mr-1.5 last-of-type:mr-0">
          {s.side && (
            <abbr title={s.side} className="mr-0.5 text-fine text-ink-2 no-underline">
              {s.side.slice(0, 1).toUpperCase()}
            </abbr>
          )}
          <b className="font-narrow text-head leading-tight font-semibold">{s.figure}</b>
        </span>
      ))}
      {unit && <span className="ml-1 text-fine text-ink-3">{unit}</span>}
    </div>
  )
}
