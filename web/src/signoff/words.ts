import type { OwedLine } from '../api/client'
import type { MarkLook } from '../shared/Mark'
import type { Shown } from '../shared/words'

/** How what a repair leaves to be done stands, with the style of its mark. */
export const owedStates: Record<OwedLine['state'], { says: string; style: MarkLook }> = {
  OPEN: { says: 'Owed', style: 'filled' },
  NOT_PASSED: { says: 'Not passed', style: 'filled' },
  DONE: { says: 'Passed', style: '' },
  WAIVED: { says: 'Not needed', style: 'dotted' },
}

/** What the screens of this area say. */
export const texts = {
  aJobCanBeHandedOver:
    'A job can be handed over when nothing is open, or when what is open is known and stated. The report states it too.',
  assumed: 'Assumed',
  beforeAndAfter: 'Before and after',
  because: (a: Shown) => `because: ${a}`,
  cancel: 'Cancel',
  chooseOne: 'Choose one',
  doneAt: 'When it was done; empty for now. Only a test that ran after it counts.',
  enter: 'Enter the repair',
  enterARepair: 'Enter a repair',
  inYourWords: 'In your words',
  neededAfterAll: 'Needed after all',
  noRepairIsEntered:
    'No repair is entered yet. Enter what was done: resets and tests that it owes then stand here until the unit has answered.',
  notNeeded: 'Not needed',
  note: 'Note: part number, what was found',
  obliges: (a: Shown) => `It owes, after it: ${a}.`,
  obligesNothing: 'It owes no test by the pack. Repeat those that failed before.',
  repairs: 'Repairs',
  runItAgain: 'Run it again',
  somethingElse: 'Something else',
  takeBack: 'Take back',
  takeBackThe: (a: Shown) => `Take back: ${a}`,
  whatWasDone: 'What was done',
  whyItIsNotNeeded: 'Why it is not needed',
  caseFile: 'Case file',
  compareAnyTwo: 'Compare any two',
  everythingOfThisJobInOne:
    'Everything of this job in one archive: reads, story, recordings, tests, logbook, pictures, traffic. It opens at another Hitch Lamp with every view, without the unit.',
  fromTheFirstToTheLast: (a: Shown) => `From the first to the last of ${a} reads. `,
  fullReport: 'Full report',
  logbook: 'Logbook',
  next: 'Next',
  noReadIsStoredYet: 'No read is stored yet.',
  nothingByTheLastReadDrive:
    'Nothing by the last read. Drive it as the customer does, read once more, then hand over the report.',
  nothingIsOpen: 'nothing is open',
  oneReadSoFar: 'One read so far.',
  open: (a: Shown) => `${a} open`,
  readTheFaultsAgainAfterThe: (a: Shown) =>
    `${a} Read the faults again after the repair; the difference then stands here.`,
  reportOnePage: 'Report, one page',
  signOff: 'Sign-off',
  spnFmi: (a: Shown, b: Shown) => `SPN ${a} FMI ${b}`,
  stillOpen: 'Still open',
  tests: 'Tests',
  traced: 'Traced',
  whatItIs: 'What it is',
  whereToStart: 'Where to start',
}
