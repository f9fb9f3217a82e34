import type { TrialView } from '../../api/client'

/** Where the module is in its check; none before it begins and after its end. */
export type DosingStage = 'NONE' | 'FILL' | 'HOLD' | 'REST' | 'DOSE_LITTLE' | 'DOSE_MUCH' | 'EMPTY'

/** One moment of the check; figures that nobody knows come as the word NaN. */
export interface DosingPoint {
  seconds: number
  kpa: number | 'NaN'
  effort: number | 'NaN'
  duty: number | 'NaN'
  stage: DosingStage
}

/** What a check of the fluid's circuit observes. */
export interface DosingSeen {
  points: DosingPoint[]
  answered: boolean
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as DosingSeen

/** Stretches of one stage, in seconds since the first moment. */
export function stretches(points: DosingPoint[]): { stage: DosingStage; from: number; to: number }[] {
  const all: { stage: DosingStage; from: number; to: number }[] = []
  for (const p of points) {
    const last = all[all.length - 1]
    if (last) last.to = p.seconds
    if (last?.stage !== p.stage) all.push({ stage: p.stage, from: p.seconds, to: p.seconds })
  }
  return all
}
