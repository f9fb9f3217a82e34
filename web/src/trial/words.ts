import type { CutoutView } from '../api/client'

/** Verdicts as they are read. */
export const verdicts: Record<CutoutView['verdict'], string> = {
  PASS: 'Pass',
  FAIL: 'Fail',
  CANNOT_TELL: 'Cannot tell',
}

export const preconditions = { HOLDS: 'holds', FAILS: 'does not', NOT_KNOWN: 'not known' } as const
