import type { TrialCondition, TrialHead, TrialView } from '../api/client'
import type { Shown } from '../shared/words'

/** Verdicts as they are read. */
export const verdicts: Record<TrialView['judgement']['verdict'], string> = {
  PASS: 'Pass',
  FAIL: 'Fail',
  CANNOT_TELL: 'Cannot tell',
}

/** How a condition stands. */
export const conditions: Record<TrialCondition['state'], string> = {
  HOLDS: 'holds',
  FAILS: 'does not',
  NOT_KNOWN: 'not known',
}

/** How far a control is. */
export const setPointStates: Record<TrialView['setPoints'][number]['state'], string> = {
  RETURNED: 'with its module',
  SETTING: 'commanded',
  FOLLOWING: 'not there yet',
  SET: 'there',
  RETURNING: 'letting go',
}

/** How a run ended. */
export const endings: Record<NonNullable<TrialHead['ending']>, string> = {
  NOT_YET: 'It has not ended.',
  COMPLETE: 'It came to its end.',
  ENDED: 'It was ended by hand.',
  STOPPED: 'Everything was let go of before its end.',
  REFUSED: 'The module refused, or did not do what it confirmed.',
  GUARDED: 'A guard let go.',
  UNATTENDED: 'It was let go of because no browser of the seat was left.',
  LINK_LOST: 'The link broke.',
  NOT_CONFIRMED: 'The module did not confirm that it has let go.',
}

/** What a test does to the machine, by its risk. */
export const risks: Record<number, string> = {
  0: 'Nothing moves.',
  1: 'Something moves or changes.',
  2: 'Hot, fast or loud.',
}

/** What the screens of this area say. */
export const texts = {
  allConditionsHold: 'all conditions hold',
  allTests: 'All tests',
  aTechnicianRunsIt:
    'It commands the unit: a technician with the seat runs it. What comes of it stands here for you as well.',
  anotherTestIsUnderWay: (a: Shown) => `Another test is under way: ${a}. End it first.`,
  aTestStartsOnlyWhenEvery:
    'A test starts only when every condition holds. Whatever is held is shown in the amber strip; Esc lets go of it from any page.',
  begin: 'Begin',
  beginsIn: (a: Shown) => `Begins in ${a} seconds`,
  beginsInWords: 'Begins in',
  callTheRollFirst: 'Call the roll first',
  canAndCannot: (a: Shown, b: Shown) =>
    Number(b) > 0 ? `${a} this unit can do, ${b} it cannot now` : `${a} this unit can do`,
  checkTheConditions: 'Check the conditions',
  checkTheConditionsAgain: 'Check the conditions again',
  conditions: 'Conditions',
  doneInThisJob: 'Done in this job',
  endIt: 'End it',
  engineMinutes: (a: Shown, b: Shown) => `Engine ${a}, about ${b}.`,
  farView: 'Far view ',
  forLeads: (a: Shown) => `For ${a}.`,
  forSeconds: (a: Shown) => `for ${a} s`,
  forTodaysLeads: 'For today’s leads',
  goToIt: 'Go to it',
  hookUpFirst: 'Hook up first',
  inUnit: (a: Shown, b: number) => `in ${a}${b === 0 ? ' (left)' : ''}`,
  isUnderWay: 'is under way.',
  itHolds: 'It holds',
  itsEndIsNotKnown: 'How it ended is not known: the tool was stopped meanwhile.',
  itsLiveValues: 'Its live values',
  itsRecording: 'Its recording',
  leftAtMost: (a: Shown) => `, ${a} left`,
  limitsFrom: 'Limits from',
  holdAndLookedAt: (a: number, b: number) => `${a} hold, ${b} looked at when it is opened`,
  minutes: (a: Shown) => `${a} min`,
  shortTime: (a: Shown) => `${a} s`,
  next: 'Next',
  noneCanBeDoneNow: 'None of the tests of this unit can be done now.',
  noneYet: 'None yet.',
  nothingOfItWasStored: 'Nothing of what it saw was stored.',
  noVerdict: 'No verdict',
  oneMoment: 'One moment.',
  onModule: (a: Shown) => `${a}:`,
  onModules: (a: Shown) => `${a} modules:`,
  openTheTest: (a: Shown) => `Open the test, ${a}`,
  openTheTest2: 'Open the test',
  onceAKeyCycle: 'The module does it once a key cycle only.',
  percent: (a: Shown) => `${a} %`,
  risk: 'Risk',
  runsFor: (a: Shown, b: Shown) => `${a} runs for ${b}`,
  runsPercent: (a: Shown, b: Shown) => `${a}: ${b} %`,
  safety: 'Safety',
  seconds: 'seconds',
  seen: 'Seen',
  setPoints: 'Set points',
  takeTheSeatFirstItIs: 'Take the seat first: it is at the top, on the right.',
  test: 'Test',
  together: 'With the other tests',
  tests: 'Tests',
  testsDone: 'Tests done',
  thePackOfThisUnitNames:
    'The pack of this unit describes no test. Call the roll, so that the unit is known.',
  theUnitIsMadeToDo:
    'The unit is made to do something, and its response is judged against what physics expects: pass, fail or cannot tell, with the evidence.',
  enterTheRepair: 'Enter the repair, at sign-off',
  todaysLeads: 'Today’s leads',
  valuesOverTheTest: 'Values over the test',
  wants: (a: Shown, b: Shown) => `${a}; now ${b}`,
  whatItAnswers: 'What it answers',
  whatItCannotDoNow: 'What it cannot do now',
  whatItTakes: 'What it takes',
  whatTheyAre: 'What they are',
}

/** How long a test takes: seconds below a minute. */
export function lasts(minutes: number): string {
  return minutes < 1 ? texts.shortTime(Math.round(60 * minutes)) : texts.minutes(minutes)
}
