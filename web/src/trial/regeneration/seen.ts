import type { TrialView } from '../../api/client'

/** Where the module is in a regeneration; none before it begins and after its end. */
export type BurnStage = 'NONE' | 'WARM_UP' | 'LIGHT_OFF' | 'BURN' | 'COOL_DOWN'

/** A figure that may not have been told: then it comes as a word. */
export type Told = number | string | null | undefined

/** A moment of it. Temperatures in °C, pressures in kPa, soot in percent of a full filter. */
export interface BurnRow {
  seconds: number
  stage: BurnStage
  inC: Told
  outC: Told
  behindC: Told
  doserKpa: Told
  sootPercent: Told
  filterKpa: Told
}

/** What was seen of a regeneration; of its moments so many as a plot needs. */
export interface RegenerationSeen {
  rows: BurnRow[]
  stage: BurnStage
  left: { seconds: number; least: number; most: number } | null
  hindered: { text: string }
  done: boolean
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as RegenerationSeen

/** The figure, where it was told. */
export const known = (value: Told): number | undefined => (typeof value === 'number' ? value : undefined)
