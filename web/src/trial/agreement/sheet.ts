import type { TrialView } from '../../api/client'

type Measured = TrialView['judgement']['measured'][number]
type Part = TrialView['judgement']['parts'][number]

/** One sensor in a relation. */
export interface Row {
  spn: number
  title: string
  value: number
  unit: string
  /** By how much it may be off, 0 where only the band counts. */
  tolerance: number
  low: number | undefined
  high: number | undefined
  verdict: TrialView['judgement']['verdict']
  part: Part | undefined
}

/** Sensors that must read alike. */
export interface Strip {
  title: string
  unit: string
  /** The band that the agreeing ones allow; undefined where there is none. */
  band: [number, number] | undefined
  /** Those that disagree last. */
  rows: Row[]
  /** Least and greatest of the axis, in the stored unit. */
  axis: [number, number]
}

/** What an agreement came to, as it is drawn: strips of sensors that must be alike, and single bands. */
export interface Sheet {
  strips: Strip[]
  bands: Row[]
}

function row(m: Measured, parts: Part[]): Row[] {
  if (m.value == null) return []
  const part = parts.find((p) => p.id === String(m.place))
  return [
    {
      spn: m.place,
      title: part?.title ?? m.name,
      value: m.value,
      unit: m.unit,
      tolerance: m.plusMinus ?? 0,
      low: m.low ?? undefined,
      high: m.high ?? undefined,
      verdict: m.verdict ?? 'CANNOT_TELL',
      part,
    },
  ]
}

/** As many sensors that must be alike are drawn on one axis. */
const LEAST_ON_AXIS = 4

/** The sheet of a run. */
export function sheetOf(view: TrialView): Sheet {
  const { measured, parts } = view.judgement
  const alike = new Map<string, Row[]>()
  const bands: Row[] = []
  for (const m of measured) {
    if (m.plusMinus == null) {
      bands.push(...row(m, parts).map((r) => ({ ...r, title: m.name })))
    } else {
      alike.set(m.name, [...(alike.get(m.name) ?? []), ...row(m, parts)])
    }
  }
  const strips: Strip[] = []
  for (const [title, rows] of alike) {
    // A few are read faster as figures than on an axis.
    if (rows.length < LEAST_ON_AXIS) bands.unshift(...rows)
    else strips.push(strip(title, rows))
  }
  return { strips, bands }
}

function strip(title: string, rows: Row[]): Strip {
  const first = rows.find((r) => r.low != null && r.high != null)
  const band: [number, number] | undefined =
    first?.low != null && first.high != null ? [first.low, first.high] : undefined
  const least = Math.min(...rows.map((r) => r.value - r.tolerance))
  const most = Math.max(...rows.map((r) => r.value + r.tolerance))
  const room = Math.max(1e-6, (most - least) * 0.05)
  return {
    title,
    unit: rows[0]?.unit ?? '',
    band,
    rows: [...rows].sort((a, b) => Number(a.verdict === 'FAIL') - Number(b.verdict === 'FAIL')),
    axis: [least - room, most + room],
  }
}

/** About so many round figures between two; none where there is no room between them. */
export function ticks(from: number, to: number, about = 5): number[] {
  const rough = (to - from) / about
  if (!(rough > 0) || !Number.isFinite(rough)) return []
  const ten = 10 ** Math.floor(Math.log10(rough))
  const step = [1, 2, 5, 10].map((n) => n * ten).find((s) => s >= rough) ?? ten
  const all: number[] = []
  for (let t = Math.ceil(from / step) * step; t <= to; t += step) all.push(Number(t.toPrecision(12)))
  return all
}
