import type { Shown } from '../../shared/words'

/** What the board of single actuators says. */
export const texts = {
  actuator: 'Actuator',
  away: 'From where it is wanted',
  commanded: 'commanded',
  commandedPercent: 'commanded, %',
  down: 'going down',
  duty: 'All the way is',
  firstWay: (a: Shown) => `${a}: first way out`,
  howItIsFound: 'How it is told',
  itMovesIn: 'moves in, s',
  meaning: 'What the outcome means',
  noneYet: 'None was moved yet. Choose one above: there is time to walk to it.',
  nothing: '–',
  outBack: 'Out / back',
  percent: (a: Shown) => `${a} %`,
  play: 'Up against down',
  position: 'position',
  reached: 'Reached / returned',
  refused: 'refused',
  repeats: 'Repeats',
  seconds: 'seconds',
  secondsOf: (a: Shown) => `${a} s`,
  staircase: (a: Shown) => `${a}: in steps, up and down`,
  stuckOrSlow:
    'Stands: stuck, or no drive. Goes so far only: its air or its drive is weak. Stays away from its base: its spring, or soot. Slow, or apart between up and down: friction or play in its linkage.',
  theCourse:
    'It is sent all the way and back some times, then up and down in steps of ten. The time is that to two thirds of its way, fitted over all repeats. Of one without a position you say whether it moved.',
  times: (a: Shown) => `${a} times`,
  toWalk: 'Time to walk to it',
  up: 'going up',
}
