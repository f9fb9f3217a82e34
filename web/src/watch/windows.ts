import type uPlot from 'uplot'
import type { WatchChannel } from './types'

/** A channel in columns: of each the least and the greatest count. */
export interface WindowView {
  channel: string
  from: number
  width: number
  least: (number | null)[]
  greatest: (number | null)[]
}

/** Columns as two lines, least and greatest, in the stored unit. */
export function columnsOf(
  w: WindowView | undefined,
  c: Pick<WatchChannel, 'factor' | 'offset'>,
): uPlot.AlignedData {
  if (!w) return [[], [], []]
  const value = (raw: number | null) => (raw === null ? null : raw * c.factor + c.offset)
  const low = c.factor > 0 ? w.least : w.greatest
  const high = c.factor > 0 ? w.greatest : w.least
  const x = w.least.map((_, i) => w.from + (i + 0.5) * w.width)
  return [x, bridged(low).map(value), bridged(high).map(value)]
}

const LONGEST_BRIDGE = 12

/** Columns between two values of a slow signal hold the last one; a longer break stays a break. */
export function bridged(row: (number | null)[]): (number | null)[] {
  const out: (number | null)[] = []
  let last: number | null = null
  let empty = 0
  const known = row.filter((v) => v !== null).length
  // A signal slower than the columns leaves this many between two of its values.
  const bridge = known === 0 ? 0 : Math.min(row.length, Math.max(LONGEST_BRIDGE, (3 * row.length) / known))
  for (const v of row) {
    if (v !== null) {
      last = v
      empty = 0
      out.push(v)
    } else {
      empty++
      out.push(empty <= bridge ? last : null)
    }
  }
  return out
}

/**
 * What was told before the page looked, put before what it saw itself: of each column the least, then the greatest.
 *
 * @param live times in seconds before now (negative), and figures
 * @param earlier columns in seconds before the moment that it was told at
 * @param since seconds from that moment to now
 * @param span seconds that are shown
 */
export function withEarlier(
  live: [number[], (number | null)[]],
  earlier: WindowView | undefined,
  since: number,
  span: number,
  c: Pick<WatchChannel, 'factor' | 'offset'>,
): [number[], (number | null)[]] {
  const first = live[0][0] ?? 0
  if (!earlier || first <= -span) return live
  const times: number[] = []
  const figures: number[] = []
  earlier.least.forEach((least, i) => {
    const greatest = earlier.greatest[i] ?? null
    const at = earlier.from + (i + 0.25) * earlier.width - since
    if (least === null || greatest === null || at < -span || at + earlier.width / 2 >= first) return
    times.push(at, at + earlier.width / 2)
    figures.push(least * c.factor + c.offset, greatest * c.factor + c.offset)
  })
  return [
    [...times, ...live[0]],
    [...figures, ...live[1]],
  ]
}

/** Figures of a plot in the unit that is shown; x stays. */
export function converted(
  data: uPlot.AlignedData,
  way: { factor: number; offset: number },
): uPlot.AlignedData {
  if (way.factor === 1 && way.offset === 0) return data
  const [x, ...rows] = data
  return [
    x,
    ...rows.map((row) => Array.from(row, (v) => (v == null ? null : v * way.factor + way.offset))),
  ] as uPlot.AlignedData
}
