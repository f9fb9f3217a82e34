import type { TrialView } from '../../api/client'
import { Button } from '../../shared/Button'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { type CoilSample, seenOf } from './seen'
import { texts } from './words'

const known = (value: number | 'NaN'): value is number => typeof value === 'number'

/** A row for each injector: what was sampled, whether it clicked, what it comes to. */
function CoilsBoard({ view, act, far = false }: BoardProps) {
  const show = useShow()
  const seen = seenOf(view)
  const of = (n: number) => seen.samples.find((s) => s.cylinder === n)
  if (far) {
    return (
      <ol className="grid grid-cols-2 gap-x-12 text-far">
        {seen.order.map((n) => (
          <li
            key={n}
            className={`flex items-baseline gap-6 ${seen.driven === n ? 'border-b-[6px] border-amber' : 'border-b border-line'}`}
          >
            <b className="font-narrow text-far-huge leading-none font-semibold">{n}</b>
            <span className={bad(view, n) ? 'font-bold' : ''}>
              {seen.driven === n ? texts.clicksNow : state(view, n, of(n))}
            </span>
          </li>
        ))}
      </ol>
    )
  }
  return (
    <table className="w-full max-w-[860px] text-left">
      <thead>
        <tr className="border-b border-line-strong text-small text-ink-2">
          <th className="py-1 font-normal">{texts.injector}</th>
          <th className="font-normal">{texts.state}</th>
          <th className="font-normal">{texts.atRest}</th>
          <th className="font-normal">{texts.rise}</th>
          <th className="font-normal">{texts.hold}</th>
          <th className="font-normal">{texts.byEar}</th>
        </tr>
      </thead>
      <tbody>
        {seen.order.map((n) => {
          const s = of(n)
          const rest = s && known(s.restVolts) ? show(s.restVolts, 'V', 1) : undefined
          return (
            <tr
              key={n}
              className={`border-b border-line ${seen.driven === n ? 'border-b-[6px] border-b-amber' : ''}`}
            >
              <td className="py-1.5">
                <b className="font-narrow text-far-head leading-none font-semibold">{n}</b>
              </td>
              <td className={bad(view, n) ? 'font-bold text-grave' : s ? '' : 'text-ink-2'}>
                {seen.driven === n ? texts.clicksNow : state(view, n, s)}
              </td>
              <td className="font-narrow text-lead">{rest ? `${rest.figure} ${rest.unit}` : ''}</td>
              <td className={`font-narrow text-lead ${outside(view, n, 'rise')}`}>
                {s && known(s.riseMicros) ? texts.ms(s.riseMicros.toFixed(0)) : ''}
              </td>
              <td className={`font-narrow text-lead ${outside(view, n, 'hold')}`}>
                {s && known(s.holdPercent) ? texts.percent(s.holdPercent.toFixed(0)) : ''}
              </td>
              <td>
                {s && s.heard === 'NOT_SAID' && act && (
                  <span className="flex gap-2">
                    <Button onClick={() => act(`heard ${n} CLICKS`)}>{texts.clicked}</Button>
                    <Button onClick={() => act(`heard ${n} SILENT`)}>{texts.silent}</Button>
                  </span>
                )}
                {s?.heard === 'CLICKS' && texts.clicks}
                {s?.heard === 'SILENT' && <b>{texts.silentState}</b>}
              </td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

const bad = (view: TrialView, n: number) =>
  view.judgement.measured.some((m) => m.place === n && m.verdict === 'FAIL')

/** A faulty injector's figure that lies outside its limits stands out. */
function outside(view: TrialView, n: number, name: string): string {
  const m = view.judgement.measured.find((m) => m.place === n && m.name === name)
  const { value, low, high } = m ?? {}
  const off =
    typeof value === 'number' &&
    ((typeof low === 'number' && value < low) || (typeof high === 'number' && value > high))
  return off && bad(view, n) ? 'font-bold text-grave' : ''
}

function state(view: TrialView, n: number, s: CoilSample | undefined): string {
  if (!s) return texts.notYet
  return bad(view, n) ? texts.fault : texts.fine
}

/** What the injector circuits add to the page of a test. */
export const coils: Board = {
  Board: CoilsBoard,
  headline: (view) => {
    const { driven } = seenOf(view)
    return view.stage === 'RUNNING' && driven > 0 ? texts.injectorClicks(driven) : view.title
  },
  heard: (view) => {
    const { driven } = seenOf(view)
    return {
      state: `${view.stage} ${driven}`,
      tone: view.stage === 'ENDED' ? 'look' : driven > 0 ? 'held' : 'free',
    }
  },
  spoken: (view) => {
    const { driven } = seenOf(view)
    return view.stage === 'RUNNING' && driven > 0 ? texts.injectorClicks(driven) : ''
  },
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.eachCoilIsDriven },
    { head: texts.normal, text: texts.wireAtRest },
  ],
}
