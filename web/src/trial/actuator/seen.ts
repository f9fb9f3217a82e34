import type { TrialView } from '../../api/client'

export interface ActuatorPoint {
  at: number
  step: number
  wanted: number
  position: number | string | null
}

/** What one actuator did. */
export interface ActuatorRun {
  id: string
  /** How many values at the head of the course go all the way and back. */
  full: number
  course: number[]
  step: number
  points: ActuatorPoint[]
  refused: string
  seen: 'NOT_ASKED' | 'MOVED' | 'MOVED_A_LITTLE' | 'STOOD' | 'NOT_SEEN'
}

/** What was seen of actuators. */
export interface ActuatorSeen {
  runs: ActuatorRun[]
  /** Id of the one that is moved or asked about; empty where none is. */
  now: string
  /** Seconds until it moves. */
  begins: number
  /** Percent to which they are sent; 0 for that of the pack. */
  duty: number
  walk: number
  repeats: number
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as ActuatorSeen

export const titleOf = (view: TrialView, id: string) => view.moves.find((m) => m.id === id)?.title ?? id

/** Where the one that is moved is now, and where it is sent. */
export function nowOf(view: TrialView): { wanted: number; position: number | undefined } | undefined {
  const seen = seenOf(view)
  const run = seen.runs.find((r) => r.id === seen.now)
  const wanted = run?.course[run.step]
  if (!run || wanted === undefined) return undefined
  const last = run.points.at(-1)?.position
  return { wanted, position: typeof last === 'number' ? last : undefined }
}

/** The first way out, seconds and position. */
export function firstWay(run: ActuatorRun): { seconds: number[]; position: (number | null)[] } {
  const all = run.points.filter((p) => p.step === 0)
  return {
    seconds: all.map((p) => p.at),
    position: all.map((p) => (typeof p.position === 'number' ? p.position : null)),
  }
}

/** Where it rested at each step, going up and going down. */
export function staircase(run: ActuatorRun): { wanted: number; up: number | null; down: number | null }[] {
  const rests = new Map<number, number>()
  for (const p of run.points) {
    if (p.step >= run.full && typeof p.position === 'number') rests.set(p.step, p.position)
  }
  const levels = Math.floor((run.course.length - run.full) / 2)
  return Array.from({ length: levels }, (_, i) => {
    const down = run.course.length - 2 - i
    return {
      wanted: run.course[run.full + i] ?? Number.NaN,
      up: rests.get(run.full + i) ?? null,
      down: i === levels - 1 ? (rests.get(run.full + i) ?? null) : (rests.get(down) ?? null),
    }
  }).filter((s) => Number.isFinite(s.wanted))
}
