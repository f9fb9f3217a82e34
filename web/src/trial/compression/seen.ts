import type { TrialView } from '../../api/client'

/** What a test of the compression observes; figures that nobody knows come as the word NaN. */
export interface CompressionSeen {
  stage: 'PREPARES' | 'CRANK' | 'KEEP_CRANKING' | 'CRANK_AGAIN' | 'LET_GO' | 'DONE'
  wanted: number
  cycles: unknown[]
  restVolts: number | 'NaN'
  leastVolts: number | 'NaN'
}

/** What the test of this page observes. */
export function seenOf(view: TrialView): CompressionSeen {
  return view.observed as CompressionSeen
}
