import type uPlot from 'uplot'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useConversion, useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { seenOf, wholeOf } from './seen'
import { texts } from './words'

const SHOWN = [
  ['flow', texts.flow, '%'],
  ['passes', texts.heat, '%'],
  ['before', texts.before, '°C'],
  ['behind', texts.behind, '°C'],
  ['clear', texts.clear, '°C'],
  ['coolant', texts.coolant, '°C'],
] as const

/** Gas and heat beside a clear cooler, and the gas behind it over time. */
function CoolerBoard({ view, far = false }: BoardProps) {
  return far ? (
    <Far view={view} />
  ) : (
    <>
      <Figures view={view} />
      <Course view={view} />
    </>
  )
}

function Far({ view }: { view: TrialView }) {
  const show = useShow()
  const last = seenOf(view).gas.at(-1)
  if (view.stage === 'ENDED' || typeof last !== 'number') return null
  const { figure, unit } = show(last, '°C', 0)
  return (
    <p className="text-far">
      <b className="font-narrow text-far-order leading-none font-semibold">{figure}</b>
      <span className="block text-far-text">{`${texts.behind}, ${unit}`}</span>
    </p>
  )
}

function Figures({ view }: { view: TrialView }) {
  const show = useShow()
  const there = SHOWN.flatMap(([name, title, unit]) => {
    const m = wholeOf(view, name)
    return m?.value == null ? [] : [{ name, title, unit, m, value: m.value }]
  })
  if (there.length === 0) return <p className="my-3 text-ink-2">{texts.noneYet}</p>
  return (
    <dl className="my-3 grid max-w-[980px] grid-cols-3 border-y border-line-strong lg:grid-cols-6">
      {there.map(({ name, title, unit, m, value }) => {
        const shown = show(value, unit, 0)
        return (
          <div key={name} className="border-l border-line px-4 py-2 first:border-l-0 first:pl-0">
            <dt className="text-small text-ink-2">{title}</dt>
            <dd>
              <b
                className={`font-narrow text-big font-semibold ${m.verdict === 'FAIL' ? 'text-grave' : ''}`}
              >{`${shown.figure} ${shown.unit}`}</b>
            </dd>
          </div>
        )
      })}
    </dl>
  )
}

function Course({ view }: { view: TrialView }) {
  const way = useConversion()('°C')
  const { gas } = seenOf(view)
  if (gas.length < 2) return null
  return (
    <figure className="max-w-[980px]">
      <figcaption className="text-small">
        <b className="mr-2 font-semibold">{texts.behind}</b>
        <span>{way.unit}</span>
      </figcaption>
      <Plot
        data={
          [
            gas.map((_, i) => i),
            gas.map((g) => (typeof g === 'number' ? g * way.factor + way.offset : null)),
          ] as uPlot.AlignedData
        }
        height={180}
        name={texts.gasOverTime}
        xLabel={texts.seconds}
        series={[{ label: texts.behind, unit: way.unit, tone: '--ink' }]}
      />
    </figure>
  )
}

/** What the exhaust cooler adds to the page of a test. */
export const cooler: Board = {
  Board: CoolerBoard,
  heard: (view) => ({ state: view.stage, tone: view.stage === 'ENDED' ? 'look' : 'held' }),
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theHeat },
    { head: texts.meaning, text: texts.flowOrCooling },
  ],
}
