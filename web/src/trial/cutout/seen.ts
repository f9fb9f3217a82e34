import type { TrialView } from '../../api/client'

/** What a cutout by hand observes; figures that nobody knows come as the word NaN. */
export interface CutoutSeen {
  cylinders: number
  off: number[]
  offSeconds: number
  allowed: number
  heldRpm: number | 'NaN'
  speedFrom: number | 'NaN'
  speedTo: number | 'NaN'
  settled: boolean
  observations: { off: number[]; heard: 'NOT_SAID' | 'CHANGED' | 'SAME' }[]
}

/** What the cutout of this page observes. */
export function seenOf(view: TrialView): CutoutSeen {
  return view.observed as CutoutSeen
}
