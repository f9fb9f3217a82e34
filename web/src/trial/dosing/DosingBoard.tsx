import type uPlot from 'uplot'
import type { EarlierRun, TrialMeasured, TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useConversion, useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { earlierOf } from '../earlier'
import { StageStrip } from '../StageStrip'
import { type DosingPoint, type DosingStage, seenOf, stretches } from './seen'
import { texts } from './words'

const STAGES = ['FILL', 'HOLD', 'REST', 'DOSE_LITTLE', 'DOSE_MUCH', 'EMPTY'] as const
const KPA_A_BAR = 100

/** Which figures stand in the table, in the order in which the check finds them. */
const ROWS = [
  ['at-rest', texts.atRest],
  ['fill', texts.fill],
  ['held', texts.held],
  ['swing', texts.swing],
  ['leak', texts.leak],
  ['delivery', texts.delivery],
  ['little', texts.little],
  ['much', texts.much],
  ['emptied', texts.emptied],
] as const

const stageNow = (view: TrialView): DosingStage => seenOf(view).points.at(-1)?.stage ?? 'NONE'

/** The stages in a row, pressure and effort over them, and what they come to. */
function DosingBoard({ view, far = false, earlier }: BoardProps) {
  const { points } = seenOf(view)
  const now = view.stage === 'ENDED' ? 'NONE' : stageNow(view)
  return (
    <>
      <StageStrip
        far={far}
        stages={STAGES.map((id) => ({
          id,
          title: texts.stages[id],
          current: id === now,
          done: id !== now && points.some((p) => p.stage === id),
        }))}
      />
      {far ? <Now points={points} /> : <Course points={points} />}
      {!far && <Figures view={view} before={earlierOf(view, earlier)} />}
    </>
  )
}

function Now({ points }: { points: DosingPoint[] }) {
  const show = useShow()
  const last = points.at(-1)
  const kpa = typeof last?.kpa === 'number' ? show(last.kpa / KPA_A_BAR, 'bar', 1) : undefined
  const effort = typeof last?.effort === 'number' ? `${Math.round(last.effort)} %` : ''
  return (
    <p className="flex items-baseline gap-10 text-far">
      <b className="font-narrow text-far-order leading-none font-semibold">{kpa?.figure ?? '–'}</b>
      <span>{kpa?.unit}</span>
      {effort && (
        <span className="text-far-text">
          {texts.effort} {effort}
        </span>
      )}
    </p>
  )
}

function Course({ points }: { points: DosingPoint[] }) {
  const way = useConversion()('bar')
  if (points.length < 2) return null
  const told = (v: number | 'NaN', f: (n: number) => number) => (typeof v === 'number' ? f(v) : null)
  return (
    <figure>
      <figcaption className="text-small">
        <b className="mr-2 font-semibold">{texts.pressure}</b>
        <span className="mr-4">{way.unit}</span>
        <b className="mr-2 font-semibold text-petrol">{texts.effort}</b>
        <span>%</span>
      </figcaption>
      <Plot
        data={
          [
            points.map((p) => p.seconds),
            points.map((p) => told(p.kpa, (kpa) => (kpa / KPA_A_BAR) * way.factor + way.offset)),
            points.map((p) => told(p.effort, (e) => e)),
          ] as uPlot.AlignedData
        }
        series={[
          { label: texts.pressure, unit: way.unit, scale: way.unit, tone: '--ink' },
          { label: texts.effort, unit: '%', scale: '%', tone: '--petrol', dash: [8, 5] },
        ]}
        height={210}
        name={texts.pressureOverTheCheck}
        marks={stretches(points).flatMap(({ stage, from, to }, i) =>
          stage === 'NONE'
            ? []
            : [
                {
                  from,
                  to,
                  text: texts.marks[stage],
                  kind: i % 2 === 0 ? ('GAP' as const) : ('MARKER' as const),
                },
              ],
        )}
        xLabel={texts.seconds}
      />
    </figure>
  )
}

function Figures({ view, before }: { view: TrialView; before: EarlierRun | undefined }) {
  const say = useSaid()
  const rows = ROWS.flatMap(([name, title]) => {
    const m = view.judgement.measured.find((f) => f.name === name)
    return m?.value == null ? [] : [{ m, title, was: before?.figures.find((f) => f.name === name) }]
  })
  if (rows.length === 0) return null
  return (
    <table className="mt-3 w-full max-w-[860px] text-left">
      <thead>
        <tr className="border-b border-line-strong text-small text-ink-2">
          <th className="py-1 font-normal">{texts.figure}</th>
          <th className="font-normal">{texts.measured}</th>
          <th className="font-normal">{texts.limit}</th>
          <th className="font-normal" />
        </tr>
      </thead>
      <tbody>
        {rows.map(({ m, title, was }) => (
          <tr key={m.name} className="border-b border-line">
            <td className="py-1">{title}</td>
            <td className={`font-narrow text-lead ${m.verdict === 'FAIL' ? 'font-bold text-grave' : ''}`}>
              {say(m.value ?? 0, m.unit)}{' '}
              {m.plusMinus != null && (
                <span className="text-small text-ink-2">{texts.plusMinus(say(m.plusMinus, m.unit))}</span>
              )}
            </td>
            <td className="text-small text-ink-2">{limit(m, say)}</td>
            <td className="text-small text-ink-2">{was && texts.before(say(was.value, was.unit))}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

type Say = (value: number, unit: string) => string

/** Figures of pressure in bar or as the reader wants it, the rest as they are. */
function useSaid(): Say {
  const show = useShow()
  return (value, unit) => {
    if (unit !== 'kPa') return `${value.toFixed(0)} ${unit}`
    const said = show(value / KPA_A_BAR, 'bar', 2)
    return `${said.figure} ${said.unit}`
  }
}

function limit(m: TrialMeasured, say: Say): string {
  const { low, high } = m
  if (low != null && high != null) return texts.between(say(low, m.unit), say(high, m.unit))
  if (high != null) return texts.most(say(high, m.unit))
  return low != null ? texts.least(say(low, m.unit)) : ''
}

/** What the dosing circuit adds to the page of a test. */
export const dosing: Board = {
  Board: DosingBoard,
  headline: (view) => {
    const now = stageNow(view)
    return view.stage === 'RUNNING' && now !== 'NONE' ? texts.stages[now] : view.title
  },
  heard: (view) => ({
    state: `${view.stage} ${stageNow(view)}`,
    tone: view.stage === 'ENDED' ? 'look' : stageNow(view) === 'NONE' ? 'free' : 'held',
  }),
  spoken: (view) => {
    const now = stageNow(view)
    return view.stage === 'RUNNING' && now !== 'NONE' ? texts.stages[now] : ''
  },
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theModuleDoes },
    { head: texts.normal, text: texts.sound },
  ],
}
