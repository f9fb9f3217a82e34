import type { TrialMeasured, TrialView } from '../../api/client'

export type RailStage = 'IDLE' | 'RAISED' | 'SNAP' | 'STOP' | 'HOLD' | 'DONE'
type Told = number | string | null

export interface RailMoment {
  at: number
  wanted: Told
  rail: Told
}

/** What was seen of rail and supply. */
export interface RailSeen {
  stage: RailStage
  rpm: Told
  steady: { rpm: number; wanted: Told }[]
  snaps: RailMoment[]
  snapped: number
  hold: RailMoment[]
  /** Rail pressure before the engine was stopped, MPa. */
  last: Told
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as RailSeen

/** The figure, where it was told. */
export const known = (value: Told | undefined): number | null => (typeof value === 'number' ? value : null)

export const figureOf = (view: TrialView, name: string, place: number): TrialMeasured | undefined =>
  view.judgement.measured.find((m) => m.name === name && m.place === place)

const SECONDS = 60

/** What a rail that just keeps enough would show, from where this one began. */
export function leastKept(view: TrialView, seconds: number): number | null {
  const keeps = view.figures.keeps
  const from = known(seenOf(view).last)
  return keeps === undefined || from === null ? null : from * Math.pow(keeps / 100, seconds / SECONDS)
}
