import type { TraceLog, TraceView } from '../api/client'

/** Where a guide stands, in a word. */
export const stands: Record<TraceView['state'], string> = {
  UNDER_WAY: 'Under way',
  SET_ASIDE: 'Set aside',
  FOUND: 'Found',
  NOT_HERE: 'Not here',
  CANNOT_TELL: 'Cannot tell',
  CHANGED: 'Guide changed',
}

/** Who or what answered a check. */
export const answeredBy: Record<TraceLog['how'], string> = {
  UNIT: 'read from the unit',
  PERSON: 'seen',
  METER: 'measured',
  ASSUMED: 'assumed',
  BACK: 'gone back',
  SET_ASIDE: 'set aside',
}

/** A limit as it is read: "4.75 to 5.25 V", "0.1 V at most". */
export function limits(from: number | undefined | null, to: number | undefined | null, unit: string): string {
  if (from != null && to != null) return `${from} to ${to} ${unit}`
  return from != null ? `${from} ${unit} at least` : `${to} ${unit} at most`
}

/** What the path says of tracing. */
export function tracing(traces: { state: TraceView['state'] }[]): string {
  const open = traces.filter((t) => t.state === 'UNDER_WAY').length
  const found = traces.filter((t) => t.state === 'FOUND').length
  if (open > 0) return `${open} under way`
  if (found > 0) return `${found} found`
  return traces.length > 0 ? `${traces.length} done` : 'not begun'
}
