import type uPlot from 'uplot'
import type { TrialView } from '../api/client'
import { Plot, type PlotMark } from '../shared/Plot'
import { useConversion } from '../shared/quantity'
import { texts } from './words'

const TONES = ['--ink', '--petrol', '--ink-2', '--ink-3']
const DASHES = [undefined, [8, 5], [2, 4], [12, 4, 2, 4]]

/** The values of a test over time, with the stretches in which something was held. */
export function TrialTrace({ view, values }: { view: TrialView; values: number[] }) {
  const convert = useConversion()
  const { names, units, points } = view.trace
  if (points.length < 2) return null
  // What nobody reported makes no line.
  const told = values.filter((i) => points.some((p) => p.values[i] != null))
  if (told.length === 0) return null
  const ways = units.map((u) => convert(u))
  return (
    <figure className="mt-3">
      <figcaption className="text-small">
        {told.map((i, n) => (
          <span key={names[i]} className="mr-4">
            <b className={`font-semibold ${n === 1 ? 'text-petrol' : ''}`}>{names[i]}</b>{' '}
            {texts.inUnit(ways[i]?.unit ?? '', n)}
          </span>
        ))}
      </figcaption>
      <Plot
        data={
          [
            points.map((p) => p.seconds),
            ...told.map((i) =>
              points.map((p) => {
                const value = p.values[i]
                const way = ways[i]
                return value == null || !way ? null : value * way.factor + way.offset
              }),
            ),
          ] as uPlot.AlignedData
        }
        series={told.map((i, n) => ({
          label: names[i] ?? '',
          unit: ways[i]?.unit ?? '',
          scale: ways[i]?.unit ?? '',
          tone: TONES[n % TONES.length] ?? '--ink',
          dash: DASHES[n % DASHES.length],
        }))}
        height={230}
        name={texts.valuesOverTheTest}
        marks={marksOf(view)}
        xLabel={texts.seconds}
      />
    </figure>
  )
}

/** Stretches in which the same was held. */
export function marksOf(view: TrialView): PlotMark[] {
  const marks: PlotMark[] = []
  let from = -1
  let held = ''
  view.trace.points.forEach((p) => {
    if (p.held === held) return
    if (held) marks.push({ from, to: p.seconds, text: held, kind: 'OFF' })
    held = p.held
    from = p.seconds
  })
  const last = view.trace.points[view.trace.points.length - 1]
  if (held && last) marks.push({ from, to: last.seconds, text: held, kind: 'OFF' })
  return marks
}
