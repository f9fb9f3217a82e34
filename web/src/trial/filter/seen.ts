import type { TrialMeasured, TrialView } from '../../api/client'

/** What was seen of a filter over the speeds. */
export interface FilterSeen {
  /** What the sensor showed without flow; a count of 0 before that was taken. */
  zero: { count: number }
  points: { wanted: number; rpm: number | string }[]
  /** The speeds that it asks for, rpm; 0 is the idle. */
  speeds: number[]
  /** Speed that comes next, counted from 0. */
  next: number
  /** Seconds that it has been held. */
  held: number
  /** Speed now; a word where it is not told. */
  rpm: number | string | null
  soot: number | string | null
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as FilterSeen

/** The speeds that it asks for, rpm; 0 is the idle. */
export const speedsOf = (view: TrialView): number[] => seenOf(view).speeds

/** A point of the curve: flow in percent, loss in kPa. */
export interface Point {
  place: number
  size: number
  lost: number
  plusMinus: number | undefined
}

const figure = (of: TrialMeasured[], name: string, place: number) =>
  of.find((m) => m.name === name && m.place === place)

/** What it lost, flow by flow. */
export function pointsOf(of: TrialMeasured[]): Point[] {
  return of
    .filter((m) => m.name === 'lost' && m.value != null)
    .map((m) => ({
      place: m.place,
      size: figure(of, 'size', m.place)?.value ?? Number.NaN,
      lost: m.value ?? Number.NaN,
      plusMinus: m.plusMinus ?? undefined,
    }))
    .filter((p) => Number.isFinite(p.size) && Number.isFinite(p.lost))
}

/** A figure of the whole. */
export const wholeOf = (view: TrialView, name: string) => figure(view.judgement.measured, name, 0)
