import type uPlot from 'uplot'
import type { CutoutView } from '../api/client'
import { Plot, type PlotMark } from '../shared/Plot'
import { texts } from './words'

/** Speed and fuelling over the test, with the stretches in which a cylinder was off. */
export function CutoutTrace({ view }: { view: CutoutView }) {
  if (view.trace.length < 2) return null
  const x = view.trace.map((p) => p.seconds)
  return (
    <figure className="mt-3">
      <figcaption className="text-[15px]">
        <b className="font-semibold">{texts.engineSpeed}</b>
        {texts.inRpmLeftAnd}
        <b className="font-semibold text-petrol">{texts.fuelling}</b>
        {texts.inMgAStrokeRightDashed}
      </figcaption>
      <Plot
        data={
          [
            x,
            view.trace.map((p) => p.rpm ?? null),
            view.trace.map((p) => p.fuel ?? null),
          ] as uPlot.AlignedData
        }
        series={[
          { label: texts.engineSpeed, unit: 'rpm', scale: 'rpm' },
          { label: texts.fuelling2, unit: 'mg', scale: 'mg', tone: '--petrol', dash: [8, 5] },
        ]}
        height={230}
        name="Engine speed and fuelling over the test"
        marks={marksOf(view)}
        xLabel="seconds"
      />
    </figure>
  )
}

/** Stretches in which the same cylinders were off. */
export function marksOf(view: CutoutView): PlotMark[] {
  const marks: PlotMark[] = []
  let from = -1
  let off = ''
  view.trace.forEach((p) => {
    const now = p.off.join(', ')
    if (now === off) return
    if (off) marks.push({ from, to: p.seconds, text: texts.off(off), kind: 'OFF' })
    off = now
    from = p.seconds
  })
  const last = view.trace[view.trace.length - 1]
  if (off && last) marks.push({ from, to: last.seconds, text: texts.off(off), kind: 'OFF' })
  return marks
}
