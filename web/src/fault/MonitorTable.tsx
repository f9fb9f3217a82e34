import type { ModuleLine } from '../api/client'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { resultStates, texts } from './words'

type Result = ModuleLine['monitors']['results'][number]
type Monitor = ModuleLine['monitors']['monitors'][number]

/** The monitors of one module: what has run, what its tests found beside their limits, what lets the rest run. */
export function MonitorTable({ module: m }: { module: ModuleLine }) {
  const { monitors, results, ratios } = m.monitors
  const named = new Set(monitors.map((x) => x.name))
  const alone = results.filter((r) => !named.has(r.monitor))
  return (
    <table className="w-full max-w-[1100px] table-fixed">
      <thead>
        <tr className="text-left text-small text-ink-2">
          <th className="w-[33%] font-normal">{texts.monitorAndTest}</th>
          <th className="w-[27%] font-normal">{texts.standing}</th>
          <th className="font-normal">{texts.limits}</th>
          <th className="w-[9%] text-right font-normal">{texts.margin}</th>
        </tr>
      </thead>
      <tbody>
        {monitors.map((x) => (
          <MonitorRows key={x.name} monitor={x} results={results.filter((r) => r.monitor === x.name)} />
        ))}
        {monitors.length > 0 && alone.length > 0 && (
          <tr className="border-t border-line">
            <td colSpan={4} className="py-1 text-ink-2">
              {texts.testsOfNoNamedMonitor}
            </td>
          </tr>
        )}
        {alone.map((r) => (
          <ResultRow key={`${r.spn}/${r.fmi}/${r.test}`} result={r} />
        ))}
      </tbody>
      {ratios.length > 0 && (
        <tfoot>
          <tr>
            <td colSpan={4} className="border-t border-line pt-1 text-small text-ink-2">
              {texts.howOftenTheyRan}{' '}
              {ratios
                .map((r) => texts.ranOf(r.name, r.completed ?? texts.notTold, r.possible ?? texts.notTold))
                .join('; ')}
            </td>
          </tr>
        </tfoot>
      )}
    </table>
  )
}

function MonitorRows({ monitor: x, results }: { monitor: Monitor; results: Result[] }) {
  const said = useSaid()
  return (
    <>
      <tr className="border-t border-line align-baseline">
        <td className="py-1 pr-3 font-semibold">{x.name.charAt(0).toUpperCase() + x.name.slice(1)}</td>
        <td className={`pr-3 whitespace-nowrap ${x.complete ? '' : 'font-semibold'}`}>
          {x.complete ? texts.hasRun : texts.hasNotRun}
        </td>
        <td colSpan={2} className="py-1 text-small">
          {!x.complete && (x.drive ? said(x.drive) : texts.nobodyKnowsWhatLetsItRun)}
        </td>
      </tr>
      {results.map((r) => (
        <ResultRow key={`${r.spn}/${r.fmi}/${r.test}`} result={r} />
      ))}
    </>
  )
}

function ResultRow({ result: r }: { result: Result }) {
  const show = useShow()
  const figure = (v: number) => {
    const shown = show(v, r.unit, r.decimals)
    return r.unit ? `${shown.figure} ${shown.unit}` : texts.counts(shown.figure)
  }
  const state = resultStates[r.state]
  return (
    <tr className="border-t border-line align-middle">
      <td className="py-2 pr-3 pl-4">
        {r.title}
        {r.spn > 0 && <span className="code block text-small text-ink-2">{texts.spnFmi(r.spn, r.fmi)}</span>}
      </td>
      <td className="pr-3">
        {r.value != null && (
          <b className="mr-2 text-large font-semibold whitespace-nowrap">{figure(r.value)}</b>
        )}
        <span className={`whitespace-nowrap ${state.loud ? 'bg-ink px-1 font-semibold text-paper' : ''}`}>
          {state.says}
        </span>
      </td>
      <td className="py-1.5">
        <Room result={r} figure={figure} />
      </td>
      <td className="text-right whitespace-nowrap tabular-nums">
        {r.margin != null && texts.percent(Math.round(r.margin))}
      </td>
    </tr>
  )
}

/**
 * Where a value stands between its limits: what lies outside them is filled. Beside one limit alone the scale is
 * as long as that limit, so that the way to it looks as long as the margin says.
 */
function Room({ result: r, figure }: { result: Result; figure: (v: number) => string }) {
  if (r.least == null && r.most == null) return <span className="text-ink-2">{texts.noLimitsTold}</span>
  const alone = r.most == null || r.least == null
  const end = !alone ? null : r.least != null ? r.least + Math.abs(r.least) : r.most! - Math.abs(r.most!)
  const known = [r.least, r.most, r.value, end].filter((v): v is number => v != null)
  const low = Math.min(...known)
  const high = Math.max(...known)
  const pad = 0.25 * (high - low || Math.abs(high) || 1)
  const at = (v: number) => (100 * (v - low + pad)) / (high - low + 2 * pad)
  const limits = [
    r.least == null ? '' : texts.atLeast(figure(r.least)),
    r.most == null ? '' : texts.atMost(figure(r.most)),
  ].filter((l) => l)
  const fails = r.state === 'FAILS'
  return (
    <div>
      <div className="relative h-4 border border-line" aria-hidden>
        {r.least != null && (
          <span
            className="bg-[var(--hatch)] absolute inset-y-0 left-0 border-r-2 border-ink"
            style={{ width: `${at(r.least)}%` }}
          />
        )}
        {r.most != null && (
          <span
            className="bg-[var(--hatch)] absolute inset-y-0 right-0 border-l-2 border-ink"
            style={{ width: `${100 - at(r.most)}%` }}
          />
        )}
        {r.value != null && (
          <span
            className={`absolute -inset-y-1 w-2 -translate-x-1/2 border border-paper ${fails ? 'bg-ink' : 'bg-petrol'}`}
            style={{ left: `${at(r.value)}%` }}
          />
        )}
      </div>
      <span className="text-small text-ink-2">{limits.join(', ')}</span>
    </div>
  )
}
