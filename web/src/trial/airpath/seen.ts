import type { TrialMeasured, TrialView } from '../../api/client'

/** A figure that may not have been told: then it comes as a word. */
export type Told = number | string | null | undefined

export type AirStage = 'ZERO' | 'START' | 'STEADY' | 'OUT' | 'BACK'

/** A moment of the air path; `positions` holds that of the actuator that is moved, or nothing. */
export interface AirPoint {
  at: number
  stage: AirStage
  move: number
  intake: Told
  exhaust: Told
  positions: Told[]
}

/** What was seen of the air path. */
export interface AirSeen {
  points: AirPoint[]
  refused: string[]
  stage: AirStage
  move: number
  complete: boolean
}

/** What the test of this page observes. */
export const seenOf = (view: TrialView) => view.observed as AirSeen

/** The actuators in the order in which they are moved, without the speed and the base. */
export const movesOf = (view: TrialView) => view.moves.filter((m) => m.id !== 'speed' && m.id !== 'base')

/** The figure, where it was told. */
export const known = (value: Told): number | null => (typeof value === 'number' ? value : null)

/** A figure of one move. */
export const figureOf = (view: TrialView, name: string, place: number): TrialMeasured | undefined =>
  view.judgement.measured.find((m) => m.name === name && m.place === place)

/** One way out and back, seconds from when it began, pressures against where they stood before. */
export interface Way {
  seconds: number[]
  intake: (number | null)[]
  exhaust: (number | null)[]
  /** What a sound engine would have shown. */
  intakeSound: (number | null)[]
  exhaustSound: (number | null)[]
}

const STOOD_SECONDS = 2.5

/**
 * The answers to one move beside those of a sound engine: a first-order answer with the size and the time that the pack
 * expects in this air, and back again.
 */
export function wayOf(view: TrialView, move: number): Way | undefined {
  const { points } = seenOf(view)
  const moved = points.filter((p) => p.move === move && (p.stage === 'OUT' || p.stage === 'BACK'))
  const begins = moved[0]?.at
  if (begins === undefined) return undefined
  const stood = points.filter((p) => p.at < begins && p.at >= begins - STOOD_SECONDS)
  const back = moved.find((p) => p.stage === 'BACK')?.at
  const shown = [...stood, ...moved]
  const mean = (of: (p: AirPoint) => Told) => {
    const all = stood.map(of).filter((v): v is number => typeof v === 'number')
    return all.length === 0 ? undefined : all.reduce((a, b) => a + b, 0) / all.length
  }
  const against = (of: (p: AirPoint) => Told) => {
    const from = mean(of)
    return shown.map((p) => {
      const v = known(of(p))
      return v === null || from === undefined ? null : v - from
    })
  }
  const sound = (name: string) => {
    const size = figureOf(view, `${name}-expected`, move + 1)?.value
    const tau = movesOf(view)[move]?.seconds[name]
    return shown.map((p) => {
      if (size == null || tau === undefined) return null
      const gone = p.at - begins
      if (gone < 0) return 0
      if (back === undefined || p.at < back) return size * (1 - Math.exp(-gone / tau))
      const there = size * (1 - Math.exp(-(back - begins) / tau))
      return there * Math.exp(-(p.at - back) / tau)
    })
  }
  return {
    seconds: shown.map((p) => p.at - begins),
    intake: against((p) => p.intake),
    exhaust: against((p) => p.exhaust),
    intakeSound: sound('intake'),
    exhaustSound: sound('exhaust'),
  }
}
