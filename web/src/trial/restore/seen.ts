import type { TrialMeasured, TrialView } from '../../api/client'

/** Where the module is in a restore; none before it begins and after its end. */
export type RestoreStage = 'NONE' | 'HEAT' | 'HOLD' | 'MEASURE' | 'FLUSH' | 'COOL'

/** What was seen of a restore. */
export interface RestoreSeen {
  cycles: { flushed: number }[]
  stage: RestoreStage
  flushed: number
  done: boolean
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as RestoreSeen

/** Its flows, percent of a sound injector's, in the order of the flushes before them. */
export const flowsOf = (view: TrialView): TrialMeasured[] =>
  view.judgement.measured.filter((m) => m.name === 'flow' && m.value != null)
