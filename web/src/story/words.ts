import type { MarkLook } from '../shared/Mark'
import type { Shown } from '../shared/words'
import type { FigureLine, FindingLine } from '../api/client'

/** A finding's mark: filled where something was wiped, hollow otherwise. */
export const findingMarks: Record<FindingLine['kind'], { says: string; style: MarkLook }> = {
  WIPED_LATELY: { says: 'Wiped', style: 'filled' },
  WIPED_ONCE: { says: 'Wiped', style: 'filled' },
  PROTECTION: { says: 'Out of range', style: '' },
  GROWTH: { says: 'Rose', style: '' },
  REGENERATION: { says: 'Soot', style: '' },
  USE: { says: 'Use', style: '' },
  CONTRADICTION: { says: 'Contradiction', style: 'dotted' },
  KNOWN_CLEAR: { says: 'Known', style: 'dotted' },
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
  { figure: 'REGENERATIONS_ABORTED', title: 'Regenerations aborted' },
]

/** Seconds in words of a fitting size. */
export function lasting(seconds: number): string {
  if (seconds < 90) return `${Math.round(seconds)} s`
  if (seconds < 5400) return `${Math.round(seconds / 60)} min`
  return `${(seconds / 3600).toFixed(1)} h`
}

/** What the screens of this area say. */
export const texts = {
  counted: 'Counted over',
  aFaultListCanBeCleared:
    'A fault list can be cleared. Protection records, counters and the time since a clear cannot.',
  andMoreReasons: (a: Shown) => `and ${a} more reasons`,
  atEngineHours: (a: Shown) => `, at ${a} engine hours`,
  atH: (a: Shown) => `, at ${a} h`,
  aborted: (a: Shown) => `Aborted: ${a}`,
  allOf: (a: Shown) => `Show all ${a}`,
  coldStarts: 'cold starts',
  fewer: 'Show fewer',
  hoursAgo: 'hours ago',
  howItEnded: 'How it ended',
  idling: 'idling',
  itTook: 'it took',
  ofTheLastWereFinished: (a: Shown, b: Shown) =>
    `${a} of the last ${b} finished. Idling and cold starts are counted since the one before.`,
  parked: ', parked',
  regenerations: (a: string) => (a ? `Regenerations of the filter, ${a}` : 'Regenerations of the filter'),
  sinceTheLastFinished: 'since the last one finished',
  aUnitThatStandsOutAt: 'A unit that stands out at the same work is worth a look before it complains.',
  by: 'by',
  callTheRollFirst: 'Call the roll first',
  compare: 'Compare',
  compareOverUnitsAndVisits: 'Compare over units and visits',
  failureCounters: 'Failure counters',
  failuresCounted: 'Failures counted',
  figure: 'Figure',
  findings: 'Findings',
  fleetMedianTrip: 'fleet median, trip',
  hookUpFirst: 'Hook up first',
  hoursAtEachSpeedWholeLife: 'Hours at each speed, whole life',
  hoursPerRoadSpeed: 'Hours per road speed',
  inItsLife: 'in its life',
  itEndedHalfwayWhatWasFound: '; it ended halfway, what was found is kept',
  job: (a: Shown, b: Shown) => `${a}, job ${b}`,
  job2: (a: Shown, b: Shown) => `Job ${a}${b}`,
  lastHoursAgo: 'last, hours ago',
  leaveIt: 'Leave it',
  limit: 'limit',
  loadUpTo: 'load, up to %',
  mapOfSpeedAndLoad: (a: Shown) => `Map of speed and load${a}`,
  more: (a: Shown) => `${a} more`,
  newestReadOfEachUnit: (a: Shown) => `${a}, newest read of each unit`,
  next: 'Next',
  noModuleCountsFailures: 'No module counts failures.',
  noModuleKeepsATrailOr: 'No module keeps a trail, or nothing was done.',
  noModuleReportsHowTheTime: 'No module reports how the time spreads over speed and load.',
  none: 'none',
  noStoryWasReadYetCall: 'No story was read yet. Call the roll at a unit; it is read by itself.',
  nothingLeftItsSafeRange: 'Nothing left its safe range.',
  nothingToPointOutNoSign:
    'Nothing to point out: no sign of a clear before this visit, nothing out of its safe range, no contradicting figures.',
  notKnown: 'not known',
  notReported: 'not reported',
  noVisitBefore: 'no visit before',
  noVisitWithAStoryYet: 'No visit with a story yet.',
  of: (a: Shown) => ` of ${a}`,
  oneVisitSoFarTheNext: 'One visit so far; the next will be shown beside it.',
  outOfTheSafeRange: 'Out of the safe range',
  over: (a: Shown, b: Shown) => `over ${a} ${b}`,
  overUnits: 'Over units',
  overVisits: 'Over visits',
  percentOfTheTimeAtEach: (a: Shown) => `Percent of the time at each speed and load, ${a}`,
  printOneSheet: 'Print one sheet',
  protection: 'Protection',
  read: (a: Shown) => `, read ${a}`,
  reading: ', reading',
  readTheStory: 'Read the story',
  readTheStoryAgain: 'Read the story again',
  replayedFromAStoredHookUp: ', replayed from a stored hook-up',
  resetTheTrip: 'Reset the trip',
  rpm: 'rpm',
  signOff: 'Sign-off',
  sinceTheVisitBefore: 'since the visit before',
  speed: 'Speed',
  speedAndLoad: 'Speed and load',
  spn: (a: Shown) => `SPN ${a}`,
  storeTheTripAndBeginA: 'Store the trip and begin a new one',
  story: 'Story',
  theLatest12OfTheHour: (a: Shown) => `The latest 12 of ${a}; the hour line has all of them.`,
  theModule: 'the module',
  theNewestAmountOfEveryUnit:
    'The newest amount of every unit, smallest first; this unit is the filled bar. Shares and rates compare over units of any age, totals do not.',
  theWholeStoryIsReadAnd:
    'The whole story is read and stored first, then the engine module starts a new trip, then it is read back. Life figures, protection records and faults stay as they are; the module notes the reset in its trail.',
  thisTrip: 'this trip',
  thisTrip2: 'This trip',
  times: 'times',
  to: (a: Shown, b: Shown, c: Shown) => `${a} to ${b} ${c}`,
  together: 'together',
  told: (a: Shown, b: Shown) => `${a} reported${b}`,
  tooHigh: ', too high',
  toolNotNamed: 'tool not named',
  tooLow: ', too low',
  trail: 'Trail',
  trailWhatToolsDid: 'Trail: what tools did',
  trip: 'Trip',
  tripAndLife: 'Trip and life',
  visitsOf: (a: Shown) => `Visits of ${a}`,
  what: 'What',
  whatDidNotComeAsIt: 'What was not read as expected',
  whatFailed: 'What failed',
  whatItIs: 'What it is',
  whatItMeans: 'What it means',
  whatTheUnitRemembersWasNot:
    'What the unit remembers was not read in this job: protection records, trip and life, what tools did, what was wiped. It is read by itself after the full roll call.',
  whereToStart: 'Where to start',
  wholeLife: 'whole life',
  wholeLife2: 'Whole life',
  whyReadIt: 'Why read it',
  worst: 'worst',
}
