import type { TrialView } from '../../api/client'

type Told = number | 'NaN'

/** How far a sensor of nitrogen oxides is, by its own status bits. */
export type SensorState = 'NOT_TOLD' | 'OFF' | 'HEATS' | 'HOT' | 'STABLE'

/** A moment of a drive; figures that nobody knows, and those of a sensor that sleeps, come as the word NaN. */
export interface DriveMoment {
  seconds: number
  before: Told
  behind: Told
  converted: Told
  beforeState: SensorState
  behindState: SensorState
  celsius: Told
  rpm: Told
  kmh: Told
}

/** A stage of the drive plan: °C for the first, seconds for the others. */
export interface PlanStage {
  kind: 'WARM' | 'STEADY' | 'OVERRUN'
  done: Told
  wanted: number
  over: boolean
}

/** What a drive has shown, in few moments. */
export interface ConversionSeen {
  course: DriveMoment[]
  plan: PlanStage[]
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as ConversionSeen

/** The stage that is to be driven now; nothing once all are over. */
export const stageNow = (seen: ConversionSeen): PlanStage | undefined => seen.plan.find((s) => !s.over)

/** Seconds that a stage still needs; nothing where it is not counted in seconds. */
export function secondsLeft(stage: PlanStage | undefined): number | undefined {
  if (!stage || stage.kind === 'WARM' || typeof stage.done !== 'number') return undefined
  return Math.max(0, Math.round(stage.wanted - stage.done))
}

/** A figure, or nothing where it is not known. */
export const known = (value: Told | undefined): number | undefined =>
  typeof value === 'number' ? value : undefined
