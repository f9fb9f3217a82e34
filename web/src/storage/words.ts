import type { Shown } from '../shared/words'

/** What the screens of this area say. */
export const texts = {
  allFindingsRecordingsAndEntriesStay:
    'All findings, recordings and entries stay for good, and so do the frames that a roll call, a read or a test used. Only the frames between them go, an hour after the rule says so at the latest.',
  andMore: (a: Shown) => `and ${a} more`,
  atMostInGb: 'At most, in GB',
  daysAfterAHookUp: 'Days after a hook-up',
  disk: 'Disk',
  freeOf: (a: Shown) => ` free of ${a}`,
  hookedUp: (a: Shown) => `hooked up ${a}`,
  howLongTrafficIsKept: 'How long traffic is kept',
  job: (a: Shown, b: Shown) => `${a}, job ${b}`,
  lostSinceTheStart: 'Lost since the start',
  makeThisTheRule: 'Make this the rule',
  nothingIsRemovedByItNow: 'Nothing is removed by it now.',
  removedNext: 'Removed next',
  removeItNow: 'Remove it now',
  resultsPerhapsInMemoryAlone: (a: Shown) =>
    `${a} results; those that found no room are in memory alone until there is some`,
  resultsSafeOnDisk: (a: Shown) => `${a} results, safe on disk`,
  resultsSeeTheServersLog: (a: Shown) => `${a} results; see the server's log`,
  storage: 'Storage',
  thisRuleWouldRemove: 'This rule would remove',
  trafficBesideIt: 'Traffic beside it',
  trafficOfHookUps: (a: Shown, b: Shown, c: Shown) => `${a}: traffic of ${b} hook-ups, ${c}`,
  trafficThatStays: 'Traffic that stays',
  waitingForTheDatabase: 'Waiting for the database',
  whatRollCallsReadsAndTests: (a: Shown) => `${a}: what roll calls, reads and tests used`,
}
