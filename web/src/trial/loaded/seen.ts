import type { TrialView } from '../../api/client'

/** What a cutout under load observes, as its page needs it. */
export interface LoadedSeen {
  cylinders: number
  /** True where a load is put on and no foot pulls. */
  byLoad: boolean
  /** Cylinder that is off at the next pull, 0 for all firing; -1 when all are done. */
  next: number
  /** Cylinder that is commanded off just now, 0 for none. */
  off: number
  pulling: boolean
  /** What was pulled well enough, in its order. */
  done: number[]
}

/** What the cutout under load of this page observes. */
export function seenOf(view: TrialView): LoadedSeen {
  return view.observed as LoadedSeen
}
