import type { TrialView } from '../../api/client'

type Told = number | 'NaN'

/** How far a sensor of nitrogen oxides is, by its own status bits. */
export type SensorState = 'NOT_TOLD' | 'OFF' | 'HEATS' | 'HOT' | 'STABLE'

/** A moment of a drive; figures that nobody knows come as the word NaN. */
export interface DriveMoment {
  seconds: number
  before: Told
  behind: Told
  beforeState: SensorState
  behindState: SensorState
  celsius: Told
  dosed: Told
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

/** What a drive has shown: its seconds where it is kept, fewer moments of it while it goes on. */
export interface ConversionSeen {
  rows?: DriveMoment[]
  course: DriveMoment[]
  plan: PlanStage[]
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as ConversionSeen

const MOST_DRAWN = 240

/** Moments for a picture: at most so many, the last among them. */
export function courseOf(seen: ConversionSeen): DriveMoment[] {
  const { rows = [], course } = seen
  if (course.length > 0) return course
  const step = Math.max(1, Math.ceil(rows.length / MOST_DRAWN))
  return rows.filter((_, i) => i % step === 0 || i === rows.length - 1)
}

/** The stage that is to be driven now; nothing once all are over. */
export const stageNow = (seen: ConversionSeen): PlanStage | undefined => seen.plan.find((s) => !s.over)

/** Seconds that a stage still needs; nothing where it is not counted in seconds. */
export function secondsLeft(stage: PlanStage | undefined): number | undefined {
  if (!stage || stage.kind === 'WARM' || typeof stage.done !== 'number') return undefined
  return Math.max(0, Math.round(stage.wanted - stage.done))
}

/** A figure of the sensor, or nothing while it is not awake. */
export function awake(ppm: Told, state: SensorState): number | undefined {
  return typeof ppm === 'number' && (state === 'STABLE' || state === 'NOT_TOLD') ? ppm : undefined
}

/** Share of the nitrogen oxides that is gone behind the catalyst, percent; nothing where not both are told. */
export function converted(m: DriveMoment): number | undefined {
  const before = awake(m.before, m.beforeState)
  const behind = awake(m.behind, m.behindState)
  return before === undefined || behind === undefined || before < 20 ? undefined : 100 * (1 - behind / before)
}
