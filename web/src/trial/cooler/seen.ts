import type { TrialView } from '../../api/client'

/** What was seen at the cooler. */
export interface CoolerSeen {
  steady: boolean
  seconds: number
  /** Gas behind the cooler, °C, one a second. */
  gas: (number | string | null)[]
  complete: boolean
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as CoolerSeen

/** A figure of the whole. */
export const wholeOf = (view: TrialView, name: string) =>
  view.judgement.measured.find((m) => m.name === name && m.place === 0)
