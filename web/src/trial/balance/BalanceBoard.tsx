import type { EarlierRun, TrialView } from '../../api/client'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { ShareScale } from '../ShareScale'
import { texts } from './words'

const signed = (percent: number) =>
  `${percent > 0 ? '+' : percent < 0 ? '−' : ''}${Math.abs(percent).toFixed(1)}`

const of = (view: TrialView, name: string, cylinder: number) =>
  view.judgement.measured.find((m) => m.name === name && m.place === cylinder)

/** What each cylinder gets more, large; below it what it makes of the same fuel and what it missed; then the visits. */
function BalanceBoard({ view, far = false, earlier = [] }: BoardProps) {
  const cylinders = (view.observed as { corrections: unknown[] }).corrections.length
  const all = Array.from({ length: cylinders }, (_, i) => i + 1)
  const visits = earlier.filter((run) => run.figures.some((f) => f.name === 'correction'))
  return (
    <>
      <ol
        className="grid border-y border-line-strong"
        style={{ gridTemplateColumns: `repeat(${cylinders}, minmax(0, 1fr))` }}
      >
        {all.map((n) => {
          const gets = of(view, 'correction', n)?.value
          const strength = of(view, 'strength', n)
          const misses = of(view, 'misses', n)?.value
          const bad = strength?.verdict === 'FAIL'
          return (
            <li key={n} className="border-r border-line px-3 py-2 last:border-r-0">
              <span className={far ? 'text-far-text' : 'text-small text-ink-2'}>
                {far ? n : texts.cylinder(n)}
              </span>
              <p className="leading-none whitespace-nowrap">
                <b
                  className={`font-narrow font-semibold ${far ? 'text-far-figure' : 'text-far-head'} ${bad ? 'text-grave' : ''}`}
                >
                  {gets == null ? '–' : signed(gets)}
                </b>
                {gets != null && <span className="text-ink-3"> %</span>}
              </p>
              {!far && strength && <ShareScale share={strength} />}
              {bad && <b className={far ? 'text-far-text' : 'text-small'}>{texts.shakes}</b>}
              {misses != null && misses >= 0.5 && (
                <span className={`block ${far ? 'text-far-fine' : 'text-fine text-ink-2'}`}>
                  {texts.misses(Math.round(misses))}
                </span>
              )}
            </li>
          )
        })}
      </ol>
      {!far && visits.length > 1 && <Visits visits={visits} cylinders={all} />}
    </>
  )
}

/** Corrections of each visit below each other, the newest first. */
function Visits({ visits, cylinders }: { visits: EarlierRun[]; cylinders: number[] }) {
  const show = useShow()
  return (
    <table className="mt-4 w-full max-w-[860px] text-left">
      <caption className="text-left text-small text-ink-2">{texts.correctionsOverVisits}</caption>
      <tbody>
        {visits.map((run) => {
          const coolant = run.figures.find((f) => f.name === 'coolant')
          const shown = coolant && show(coolant.value, coolant.unit, 0)
          return (
            <tr key={run.id} className="border-b border-line">
              <th scope="row" className="py-1 font-normal">
                {run.hours == null
                  ? new Date(run.endedAt).toLocaleDateString()
                  : texts.hours(run.hours.toFixed(1))}
                {shown && <span className="text-ink-2">{` ${shown.figure} ${shown.unit}`}</span>}
              </th>
              {cylinders.map((n) => {
                const f = run.figures.find((x) => x.name === 'correction' && x.place === n)
                const bad = run.figures.some(
                  (x) => x.name === 'strength' && x.place === n && x.verdict === 'FAIL',
                )
                return (
                  <td key={n} className={`font-narrow text-lead ${bad ? 'font-bold' : ''}`}>
                    {f ? signed(f.value) : ''}
                  </td>
                )
              })}
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** What the idle balance adds to the page of a test. */
export const balance: Board = {
  Board: BalanceBoard,
  values: () => [0],
  why: (view) => [
    { head: texts.howItIsFound, text: texts.theModuleGives },
    { head: texts.normal, text: texts.soundIs(Math.round(view.figures['weak-below'] ?? 0)) },
  ],
}
