import type { TrialView } from '../../api/client'

/** What the eye can have seen of a lamp. */
export type Eye = 'LIT_THEN_OUT' | 'NEVER_LIT' | 'STAYED_LIT' | 'DID_NOT_LOOK'

/** One lamp with what its modules commanded. */
export interface LampSeen {
  id: string
  title: string
  by: { title: string; heard: boolean; told: boolean; lit: boolean; out: boolean }[]
  seen: Eye | 'NOT_ASKED'
}

/** What a lamp check observes. */
export interface LampsSeen {
  /** True once the key has been turned on. */
  looking: boolean
  lamps: LampSeen[]
}

/** What the lamp check of this page observes. */
export function seenOf(view: TrialView): LampsSeen {
  return view.observed as LampsSeen
}
