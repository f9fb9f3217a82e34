import type { TrialView } from '../../api/client'

/** What an automatic cutout observes. */
export interface ContributionSeen {
  cylinders: number
  planned: number
  off: number
  cuts: { cylinder: number }[]
}

/** What the automatic cutout of this page observes. */
export function seenOf(view: TrialView): ContributionSeen {
  return view.observed as ContributionSeen
}
