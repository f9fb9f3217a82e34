import type { Shown } from '../shared/words'

/** What stands on a phone, and where one is paired. */
export const texts = {
  code: 'Code for a phone',
  doser: 'Fuel doser',
  catalyst: 'Catalyst in, out',
  endsNow: 'Ending it …',
  exhaustHot: 'exhaust hot',
  filterOut: 'Filter out',
  forget: 'Unpair all phones of this job',
  holdToEnd: 'Hold to end it',
  lastHeard: (a: Shown) => `Last heard ${a} s ago.`,
  leftFrom: (a: Shown, b: Shown) => `min left, ${a} to ${b}`,
  lost: 'The phone has lost Hitch Lamp. What a module does by itself goes on: go to the machine.',
  noTest: 'No test is under way.',
  notYet: 'The time left is told once it burns.',
  nothing: '–',
  oneMoment: 'One moment.',
  onAPhone: 'On a phone',
  pairedBy: (a: Shown) =>
    `Paired for this job by ${a}. Sees, tells what you saw, and stops: it moves nothing.`,
  runs: (unit: Shown, test: Shown) => `${unit}: ${test} runs`,
  scanIt:
    'Scan it with a phone in the same network. It sees the tests of this job, tells them what you saw, and can end them; it moves nothing, as long as the job is open and you have the seat.',
  sootLeft: 'Soot left',
  stands: (unit: Shown, test: Shown) => `${unit}: ${test}`,
}
