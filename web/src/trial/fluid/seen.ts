import type { TrialView } from '../../api/client'

/** What was seen of the fluid; figures that nobody knows come as the word NaN. */
export interface FluidSeen {
  quality: { count: number; mean: number | 'NaN' }
  tankC: number | 'NaN'
  level: number | 'NaN'
  answered: boolean
  refractometer: number | 'NaN'
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as FluidSeen

/**
 * The act that a reading is; nothing where it lies on neither scale. What is below 2 is an index:
 * no fluid has so little urea and is measured for it.
 */
export function reading(text: string): string | undefined {
  const trimmed = text.trim().replace(',', '.')
  if (!/^\d{1,3}(\.\d{1,6})?$/.test(trimmed)) return undefined
  const value = Number(trimmed)
  if (value >= 1.32 && value <= 1.45) return `refractometer ${trimmed} INDEX`
  return value <= 60 ? `refractometer ${trimmed} PERCENT` : undefined
}
