import type { MarkLook } from '../shared/Mark'
import { count, type Shown } from '../shared/words'
import type { FaultLine, FaultsView, Lead, ModuleLine } from '../api/client'

/** How a lead stands, with the style of its mark. */
export const leadMarks: Record<Lead['mark'], { says: string; style: MarkLook }> = {
  NOW: { says: 'Now', style: 'filled' },
  EARLIER: { says: 'Earlier', style: '' },
  SILENT: { says: 'Silent', style: 'dotted' },
  DISAGREES: { says: 'Disagrees', style: 'filled' },
}

export const bearings: Record<Lead['bearing'], string> = {
  TODAY: "Today's problem",
  EARLIER: 'Earlier, or at an unknown time',
  OLD: 'Set apart as old: last there more than 100 h ago',
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

const verb = (n: number, one: string, many: string) => (n === 1 ? one : many)

/** What the monitors prove, taken together, with the next step. */
export const standings: Record<NonNullable<FaultsView['standing']['kind']>, (n: number) => string> = {
  NOT_TOLD: () => 'No module tells of monitors.',
  FAILING: (n) =>
    `${count(n, 'test')} ${verb(n, 'fails', 'fail')}: find why, whether a fault is stored or not.`,
  TO_RUN: (n) => `${n} still to run: drive as it says beside each, then read again.`,
  NEAR: (n) =>
    `All have run; ${count(n, 'test')} ${verb(n, 'passes', 'pass')} near the limit and may fail with the next drive.`,
  NOT_JUDGED: (n) =>
    `All have run; of ${count(n, 'test')} nothing can be said, so that part of a repair is not proven.`,
  PROVEN: () =>
    'All have run, and every test passes with room to its limits. That proves a repair of what they watch.',
}

/** What a test of a monitor comes to; what is loud wants somebody. */
export const resultStates: Record<
  ModuleLine['monitors']['results'][number]['state'],
  { says: string; loud: boolean }
> = {
  PASSES: { says: 'passes', loud: false },
  NEAR: { says: 'passes, near its limit', loud: true },
  FAILS: { says: 'fails', loud: true },
  NOT_RUN: { says: 'has not run', loud: false },
  CANNOT_RUN: { says: 'cannot run', loud: false },
  NO_LIMITS: { says: 'no limits to judge by', loud: false },
  REVERSED: { says: 'limits make no sense', loud: false },
}

/** Engine hours since something, in words. */
export function hoursAgo(hours: number): string {
  if (hours < 0.1) return 'just now'
  return `${hours < 10 ? hours.toFixed(1) : Math.round(hours).toLocaleString('en')} h ago`
}

/** What the screens of this area say. */
export const texts = {
  monitors: 'Monitors',
  inducement: 'Power taken away',
  stage: (a: Shown) => `Stage ${a}`,
  hoursKept: 'Hours kept',
  findItsCause: 'Find its cause: ',
  mendItsCauseThen: 'Mend its cause, then: ',
  monitorsAndTheirResults: 'Monitors and what their tests found',
  monitorAndTest: 'Monitor, and its tests',
  standing: 'Stands',
  limits: 'Limits',
  margin: 'Margin',
  hasRun: 'has run',
  hasNotRun: 'has not run',
  whatProvesARepair: 'What proves a repair',
  aMonitorWatches: 'A monitor',
  aMonitorWatchesWhat:
    'A module watches its own parts while the engine works. After a clear each monitor begins anew and is open until the work that it needs has been done.',
  aResultBesideItsLimits: 'A result',
  aResultBesideItsLimitsWhat:
    'Filled is where it would fail. Margin is the way to the nearer limit, of the room between two or of the one. Below 10 % it may fail with the next drive.',
  nothingStored: 'No fault stored',
  nothingStoredWhat:
    'A part may be worn and still pass. What stands near its limit is looked into before it lights the lamp.',
  howOftenTheyRan: 'Ran of the times they could have:',
  ranOf: (a: Shown, b: Shown, c: Shown) => `${a} ${b} of ${c}`,
  notTold: 'not told',
  nobodyKnowsWhatLetsItRun: 'The pack does not say what lets it run; a long mixed drive usually does.',
  counts: (a: Shown) => `${a} counts`,
  percent: (a: Shown) => `${a} %`,
  noLimitsTold: 'The module tells none.',
  testsOfNoNamedMonitor: 'Tests that name no monitor',
  atLeast: (a: Shown) => `at least ${a}`,
  atMost: (a: Shown) => `at most ${a}`,
  backToTheFaults: 'Back to the faults',
  readAgain: 'Read again',
  readJustNow: (a: Shown) => `Read ${a}`,
  readingNow: 'Reading',
  noModuleReportsMonitors: 'No module reports monitors of the emissions.',
  drivenNowEachResultComes:
    'Drive now: it is read every half minute, and what has run or changed is announced.',
  justNow: 'just now',
  notCounted: 'not counted',
  kept: 'Kept',
  after: 'After',
  allFaultsAreReadAndStored:
    'All faults are read and stored first, then cleared, then read again; what comes back is named. Key on, engine off: most modules refuse while the engine runs.',
  allThatKeepAFault: 'All that keep a fault',
  andMore: (a: Shown) => ` And ${a} more.`,
  andMoreCompareTheReads: (a: Shown) => `and ${a} more; compare the reads.`,
  andSayWhyItIsKept: ' and say why; it is kept with the job.',
  before: 'Before',
  beganAtH: (a: Shown, b: Shown) => `Began at ${a} h, ${b}.`,
  besideIt: 'Beside it',
  by: (a: Shown) => ` by ${a}`,
  callingTheRollFirst: 'Calling the roll first',
  callTheRollAndReadThe: 'Call the roll and read the faults',
  cannotBeToldFrom: (a: Shown) => `Cannot be told from: ${a}.`,
  changedSinceTheReadBefore: 'Changed since the read before:',
  checkTheLamps: 'Check the lamps',
  clearFaults: 'Clear faults',
  clearNothing: 'Clear nothing',
  compareReads: 'Compare reads',
  eachColumnIsOneOccurrenceAs:
    'Each column is one occurrence as the module froze it. Limits stand in the pack with their source; most are common practice, no source.',
  earlier: 'Earlier',
  fault: 'Fault',
  faultsThatAreNewStillThere:
    'Faults that are new, still there, gone, changed between active and earlier, or back after a clear. A module that was not read the second time says nothing, and nothing is said of it.',
  from: (a: Shown, b: Shown, c: Shown) => `${a} from ${b}${c}`,
  freezeFrames: 'Freeze frames',
  haveRun: (a: Shown) => `Have run: ${a}. `,
  here: 'Here',
  hereUnderlinedInTheTable: 'Here, underlined in the table',
  hookUpFirst: 'Hook up first',
  howToReadIt: 'How to read it',
  iHaveReadWhatThisDoes: 'I have read what this does.',
  itEndedHalfwayWhatWasFound: '; it ended halfway, what was found is kept',
  itsCircuit: 'Its circuit',
  itsModuleAnswersNonsenseDoNot: 'its module answers nonsense: do not trust this',
  itsModuleKeptNoValuesWith: 'Its module kept no values with this fault.',
  itReportsNoMonitors: 'It reports no monitors.',
  knockOn: (a: Shown, b: Shown) => `${a} knock-on${b}`,
  lamps: 'Lamps',
  lampsThatModulesCommand: 'Lamps that modules command',
  last: (a: Shown) => `last ${a}`,
  lastSelfTest: (a: Shown) => `Last self-test: ${a}.`,
  leaveIt: 'Leave it',
  liveValuesOfIt: 'Live values of it',
  modulesAreListenedToAChange: 'Modules are listened to; a change is read and shown here and in the logbook.',
  modulesTestTheirCircuitsOfDone: (a: Shown, b: Shown) => `Modules test their circuits: ${a} of ${b} done.`,
  move: (a: Shown) => `Move: ${a}`,
  moved: (a: Shown) => `moved: ${a}`,
  moveIt: 'Move it',
  moveThisLead: 'Move this lead',
  neitherReadHoldsAFault: 'Neither read holds a fault.',
  next: 'Next',
  noModuleKeepsAFaultAnd:
    'No module keeps a fault, and every expected module answers. If the complaint stands, go on with live values and tests.',
  noReadIsStoredYet: 'No read is stored yet.',
  normal: 'Normal',
  notToldApartYet: 'Not told apart yet',
  notConvinced: 'Not convinced? ',
  nothing: 'nothing',
  nothingHereBelongsToTodayWhat: 'Nothing here belongs to today. What is kept was last there some time ago.',
  nothingPassesALimitOfThe:
    'Nothing passes a limit of the pack. Look at commanded against measured all the same.',
  notKept: 'not kept',
  notLit: (a: Shown) => `Not lit: ${a}`,
  notReadSoNothingIsKnown: (a: Shown) => `Not read, so nothing is known of their faults: ${a}.`,
  notYetDriveUntilTheyHave: (a: Shown) =>
    `Not yet: ${a}. Drive until they have; only then a repair is proven.`,
  now: 'Now',
  nowEarlier: (a: Shown, b: Shown, c: Shown, d: Shown) => `${a}, ${b}: ${c} now, ${d} earlier`,
  ofHaveRunSinceTheLast: (a: Shown, b: Shown) => `${a} of ${b} have run since the last clear.`,
  only: (a: Shown, b: Shown) => `Only ${a} (${b})`,
  outOfPlace: (a: Shown) => `, out of place: ${a}`,
  outOfPlace2: 'Out of place',
  protection: (a: Shown) => `protection ${a}`,
  read: (a: Shown) => `, read ${a}`,
  readClearReadAgain: 'Read, clear, read again',
  readFaultsAgain: 'Read faults again',
  reading: ', reading',
  readTheFaultsAgainAfterA: (a: Shown) =>
    `${a} Read the faults again, after a repair for instance, and compare here.`,
  readTheStory: 'Read the story',
  replayedFromAStoredHookUp: ', replayed from a stored hook-up',
  selfTestThereAtThisMoment: 'self-test: there at this moment',
  severityByTheStandard: 'Severity by the standard: ',
  showTheOther: (a: Shown) => `Show the other ${a}`,
  spnAmbiguousConversionVersionNotKnown: 'SPN ambiguous: conversion version not known',
  spnFmi: (a: Shown, b: Shown) => `SPN ${a} FMI ${b}`,
  spnFmi2: (a: Shown, b: Shown, c: Shown) => `SPN ${a} FMI ${b}, ${c}`,
  startsCountedWhichNoClearTouches: (a: Shown) => `${a} starts counted, which no clear touches.`,
  stopWatchingForChanges: 'Stop watching for changes',
  takeTheLastMoveBack: 'Take the last move back',
  testCircuitsNow: 'Test circuits now',
  tests: 'Tests',
  theFaultsHaveNotBeenRead:
    'The faults have not been read in this job. The full roll call reads them from every module, with their times and freeze frames.',
  theModuleThatReportsIt: 'The module that reports it',
  thereIsOneReadSoFar: 'There is one read so far.',
  time: ' time',
  times: ' times',
  timesMore: (a: Shown) => `${a} times more`,
  too: (a: Shown, b: Shown) => `${a}, too ${b}`,
  toTheTopChaseItFirst: 'To the top: follow it first',
  traceItStepByStep: 'Trace it, step by step',
  twoReads: 'Two reads',
  under: (a: Shown) => `Under: ${a}`,
  unit: 'Unit',
  usually: 'Usually',
  value: 'Value',
  itsFreezeFrame: 'Its freeze frame',
  watchForChanges: 'Watch for changes',
  whatDidNotComeAsIt: 'What was not read as expected',
  whatFollowsFromIt: 'What follows from it',
  whatIsMissingHereMayStand: ' What is missing here may stand in the story. ',
  whatItIs: 'What it is',
  whatItShows: 'What it shows',
  whatTheDriverNotices: 'What the driver notices',
  whatTells: (a: Shown) => `What tells them apart: ${a}`,
  whenItBeganIsNotTold: 'When it began is not known: its module keeps no times.',
  whereTo: 'Where to',
  whereToStart: 'Where to start',
  whatItCounts: 'Faults that it counts',
  whatItCountsWhat:
    'Held against the lists that it told. Where they differ the read says so: one came or went meanwhile, or one was lost. Read again.',
  emissionsAllowed: 'EI-AECD and NTE',
  emissionsAllowedWhat:
    'A device, by its maker’s number, that lets the engine emit more for a while to protect it: many hours ask why. Inside the not-to-exceed area the limits hold at every moment.',
  whichOfItsFaults: 'Which of its faults',
  allItsFaults: 'All its faults',
  onlyThisFault: (a: Shown, b: Shown, c: Shown) => `${a}: ${b}, ${c}`,
  theOthersKeepTheirFreezeFrames:
    'One fault alone: the others keep their times and freeze frames. Not every module does it.',
  failsNowNotConfirmed: 'there at this moment, not confirmed yet',
  lights: (a: Shown) => `lights ${a}`,
  faultsThatItCounts: 'Faults that it counts',
  countsOf: (a: Shown, b: Shown, c: Shown, d: Shown) =>
    `${a} pending, ${b} with the lamp on, ${c} with it on before, ${d} permanent`,
  devicesThatRaiseTheEmissions: 'Raises emissions (EI-AECD)',
  deviceAtWork: (a: Shown, b: Shown) => `device ${a} at work ${b}`,
  hoursOf: (a: Shown) => `${a} h`,
  whereTheEngineWorks: 'Not-to-exceed area (NTE)',
  areaOf: (a: Shown, b: Shown) => `nitrogen oxides ${a}, particulates ${b}`,
  whichModules: 'Which modules',
  why: 'Why',
  workedOut: ' (worked out)',
}

/** Where an engine works with regard to the limits. */
export const places = {
  INSIDE: 'inside',
  OUTSIDE: 'outside',
  NOT_TOLD: 'not told',
} as const
