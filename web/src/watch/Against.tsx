import { useEffect, useState } from 'react'
import type uPlot from 'uplot'
import { Plot } from '../shared/Plot'
import { useConversion } from '../shared/quantity'
import type { WatchChannel } from './types'
import { converted } from './windows'
import type { WatchStore } from './watchStore'
import { texts } from './words'

const SECONDS = 120
const DRAW_MS = 250

/** One value against another: the first two that were taken. */
export function Against({ store, channels }: { store: WatchStore; channels: WatchChannel[] }) {
  const [, tick] = useState(0)
  const convert = useConversion()
  useEffect(() => {
    const timer = setInterval(() => tick((n) => n + 1), DRAW_MS)
    return () => clearInterval(timer)
  }, [])
  const [x, y] = channels
  if (!x || !y) return <p className="text-ink-2">{texts.takeTwoValuesTheFirstStands}</p>
  const [times, across, up] = store.trace([x.id, y.id], SECONDS)
  const pairs = times
    .map((_, i) => [across?.[i] ?? null, up?.[i] ?? null] as const)
    .filter((p) => p[0] !== null)
    .sort((a, b) => (a[0] ?? 0) - (b[0] ?? 0))
  const wayX = convert(x.unit)
  const wayY = convert(y.unit)
  const data = converted([pairs.map((p) => p[0] ?? 0), pairs.map((p) => p[1])] as uPlot.AlignedData, wayY)
  return (
    <figure>
      <figcaption className="mb-1 text-small">
        <b className="font-semibold">{y.name}</b>
        {texts.inAgainst(wayY.unit)}
        <b className="font-semibold">{x.name}</b>
        {texts.inTheLastTwoMinutes(wayX.unit)}
      </figcaption>
      <Plot
        data={[(data[0] as number[]).map((v) => v * wayX.factor + wayX.offset), data[1]] as uPlot.AlignedData}
        series={[{ label: y.name, unit: wayY.unit }]}
        height={400}
        name={`${y.name} against ${x.name}`}
        points
        xLabel={`${x.name}, ${wayX.unit}`}
      />
    </figure>
  )
}
