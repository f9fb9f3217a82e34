import type { TrialMeasured, TrialView } from '../../api/client'

/** A figure that may not have been told: then it comes as a word. */
export type Told = number | string | null | undefined

/** What is driven. */
export type DriveKind = 'ZERO' | 'PULL' | 'COAST' | 'BRAKE' | 'PART'

/** A moment of the drive. */
export interface DriveRow {
  at: number
  rpm: Told
  intake: Told
  exhaust: Told
  commanded: Told[]
  measured: Told[]
}

/** A stage of the drive, in seconds that count. */
export interface DriveStage {
  kind: DriveKind
  done: number
  wanted: number
}

/** What was seen of the drive. */
export interface DriveSeen {
  rows: DriveRow[]
  airKpa: Told
  plan: DriveStage[]
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as DriveSeen

/** The figure, where it was told. */
export const known = (value: Told): number | null => (typeof value === 'number' ? value : null)

/** The stage that is to be driven now. */
export const stageNow = (seen: DriveSeen): DriveStage | undefined => seen.plan.find((s) => s.done < s.wanted)

/** A figure of one actuator, or of the whole. */
export const figureOf = (view: TrialView, name: string, place: number): TrialMeasured | undefined =>
  view.judgement.measured.find((m) => m.name === name && m.place === place)

/** Place of an actuator among those of the pack, counted from 0. */
export const placeOf = (view: TrialView, id: string) => view.moves.findIndex((m) => m.id === id)
