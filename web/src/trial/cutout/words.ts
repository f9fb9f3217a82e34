import type { Shown } from '../../shared/words'

/** What the board of the hand cutout says. */
export const texts = {
  aCylinderThatIsOffDoes:
    'A cylinder that is off does no work. Speed falls for a moment, then the governor adds fuel to the others until speed is back. What it adds is the share of the one that is off; 100 % is the median cylinder.',
  allAlikeWithinTheNoiseBelow: (a: Shown) =>
    `All alike within the noise. Below ${a} % and clear of the noise a cylinder is weak.`,
  allFire: 'All fire',
  allowThreeAtATime: 'Allow three at a time',
  byEar: (a: Shown) => `by ear: ${a}`,
  cylinder: (a: Shown) => `Cylinder ${a}`,
  cylinderOff: (a: Shown) => `Cylinder ${a} off`,
  heardAChange: 'Heard a change?',
  howItIsFound: 'How it is found',
  idle: 'Idle',
  itWorks: 'it works',
  letAllCylindersFire: 'Let all cylinders fire',
  letItFire: 'Let it fire',
  no: 'no',
  noDifference: 'no difference',
  normal: 'Normal',
  now: 'Now',
  off: 'off',
  rpm: (a: Shown) => `${a} rpm`,
  rpmLost: (a: Shown) => `${a} rpm lost`,
  speed: 'Speed',
  speedAndFuellingAreKnownWith:
    'Speed and fuelling are known with all firing: switch off a cylinder, hold it for six seconds, switch it on, wait four.',
  switchOff: 'Switch off',
  waitingUntilTheGovernorHasCome: 'Waiting until the governor has come to rest.',
  weak: 'weak',
  yes: 'yes',
}
