import type { FaultLine, LampRow, Lead } from '../api/client'

/** How a lead stands, with the style of its mark. */
export const leadMarks: Record<Lead['mark'], { says: string; style: string }> = {
  NOW: { says: 'Now', style: 'mark-filled' },
  EARLIER: { says: 'Earlier', style: '' },
  SILENT: { says: 'Silent', style: 'mark-dotted' },
}

export const bearings: Record<Lead['bearing'], string> = {
  TODAY: "Today's problem",
  EARLIER: 'Earlier, or at an unknown time',
  OLD: 'Set apart as old: last there more than 100 h ago',
}

/** What the eye can have seen of a lamp. */
export type Seen = Exclude<LampRow['seen'], 'NOT_ASKED'>

export const lampSeen: Record<Seen, string> = {
  LIT_THEN_OUT: 'Lit, then went out',
  NEVER_LIT: 'Never lit',
  STAYED_LIT: 'Stayed lit',
  DID_NOT_LOOK: 'Did not look',
}

/** Verdicts in words, with the style of their mark. */
export const verdicts: Record<LampRow['verdict'], { says: string; style: string }> = {
  PASS: { says: 'Pass', style: '' },
  FAIL: { says: 'Fail', style: 'mark-filled' },
  CANNOT_TELL: { says: 'Cannot tell', style: 'mark-dotted' },
}

/** Why a read was made, for lists. */
export const readWhys: Record<string, string> = {
  ROLL: 'with the roll call',
  ASKED: 'asked for',
  WATCH: 'by the watch for changes',
  BEFORE_CLEAR: 'before clearing',
  AFTER_CLEAR: 'after clearing',
  REPLAY: 'replayed from a stored hook-up',
}

/** Occurrences in words that do not claim more than the module told. */
export function counted(f: FaultLine): string {
  if (f.count == null) return 'not counted'
  return f.atCeiling ? '126× or more' : `${f.count}×`
}

/** Engine hours since something, in words. */
export function hoursAgo(hours: number): string {
  if (hours < 0.1) return 'just now'
  return `${hours < 10 ? hours.toFixed(1) : Math.round(hours).toLocaleString('en')} h ago`
}
