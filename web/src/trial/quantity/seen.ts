import type { TrialView } from '../../api/client'

/** What was seen of a dosed quantity; figures that nobody knows come as the word NaN. */
export interface QuantitySeen {
  asked: number | 'NaN'
  seconds: number
  pressure: { count: number; mean: number | 'NaN' }
  done: boolean
  answered: boolean
  caught: number | 'NaN'
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as QuantitySeen

/** The act that a weight or a volume is; nothing where it is no figure, or more than any beaker holds. */
export function caught(text: string, unit: 'GRAM' | 'MILLILITRE'): string | undefined {
  const trimmed = text.trim().replace(',', '.')
  if (!/^\d{1,4}(\.\d{1,3})?$/.test(trimmed) || Number(trimmed) > 900) return undefined
  return `caught ${trimmed} ${unit}`
}
