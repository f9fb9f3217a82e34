import type { TrialView } from '../../api/client'

/** What was sampled of one injector; figures that nobody knows come as the word NaN. */
export interface CoilSample {
  cylinder: number
  restVolts: number | 'NaN'
  earlyAmps: number | 'NaN'
  riseMicros: number | 'NaN'
  holdPercent: number | 'NaN'
  heard: 'NOT_SAID' | 'CLICKS' | 'SILENT'
}

/** What a test of the injector circuits observes. */
export interface CoilsSeen {
  cylinders: number
  driven: number
  order: number[]
  samples: CoilSample[]
}

/** What the test of this page observes. */
export function seenOf(view: TrialView): CoilsSeen {
  return view.observed as CoilsSeen
}
