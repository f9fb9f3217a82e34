import type { Shown } from '../shared/words'

/** What the screens of this area say. */
export const texts = {
  aJobCanBeHandedOver:
    'A job can be handed over when nothing is open, or when what is open is known and stated. The report states it too.',
  assumed: 'Assumed',
  beforeAndAfter: 'Before and after',
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
