import type { FigureLine, FindingLine } from '../api/client'

/** A finding's mark: filled where something was wiped, hollow otherwise. */
export const findingMarks: Record<FindingLine['kind'], { says: string; style: string }> = {
  WIPED_LATELY: { says: 'Wiped', style: 'mark-filled' },
  WIPED_ONCE: { says: 'Wiped', style: 'mark-filled' },
  PROTECTION: { says: 'Out of range', style: '' },
  GROWTH: { says: 'Grew', style: '' },
  REGENERATION: { says: 'Soot', style: '' },
  USE: { says: 'Use', style: '' },
  CONTRADICTION: { says: 'At odds', style: 'mark-dotted' },
  KNOWN_CLEAR: { says: 'Known', style: 'mark-dotted' },
}

/** What a kind of finding means for the job. */
export const findingMeans: Record<FindingLine['kind'], string> = {
  WIPED_LATELY:
    'An empty fault list says nothing now. What was there is gone; what belongs to it is in the records below.',
  WIPED_ONCE:
    'A record shows that a fault was set, and no module keeps it. When it was cleared is not known.',
  PROTECTION:
    'The engine worked outside the range it is made for. It may have been harmed, whatever the fault list says.',
  GROWTH: 'These failed again after they were looked at.',
  REGENERATION: 'A filter that is never burned clean fills up; then power goes and fuel gets into the oil.',
  USE: 'How a unit is used decides what wears. It is not a fault.',
  CONTRADICTION: 'One of these figures is wrong. A conclusion that needs it is wrong too.',
  KNOWN_CLEAR: 'What is missing was cleared in a visit that is known here.',
}

/** Decimals that a figure of use bears. */
export function decimalsOf(unit: string): number {
  if (unit === 'h' || unit === 'L/h') return 1
  return unit === 'km/L' ? 2 : 0
}

/** Figures that compare over units of any age. */
export const COMPARABLE: { figure: FigureLine['figure']; title: string }[] = [
  { figure: 'IDLE_SHARE', title: 'Idle share' },
  { figure: 'FUEL_RATE', title: 'Fuel rate' },
  { figure: 'FUEL_ECONOMY', title: 'Fuel economy' },
  { figure: 'LOAD_FACTOR', title: 'Load factor' },
  { figure: 'MEAN_SPEED', title: 'Mean road speed' },
  { figure: 'HOURS', title: 'Hours' },
  { figure: 'DISTANCE', title: 'Distance' },
  { figure: 'FUEL', title: 'Fuel' },
  { figure: 'REGENERATIONS', title: 'Regenerations completed' },
  { figure: 'REGENERATIONS_ABORTED', title: 'Regenerations broken off' },
]

/** Seconds in words of a fitting size. */
export function lasting(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds)} s`
  if (seconds < 5400) return `${Math.round(seconds / 60)} min`
  return `${(seconds / 3600).toFixed(1)} h`
}
