import type { Shown } from '../../shared/words'

/** What the board of the air path from a drive says. */
export const texts = {
  actuator: 'Actuator',
  actuators: 'Actuators over the drive',
  answer: 'What answered',
  charge: 'Charge',
  commanded: 'commanded',
  exhaust: 'Exhaust',
  exhaustPressure: 'exhaust pressure',
  howItIsFound: 'How it is told',
  is: 'measured',
  lift: 'Exhaust pressure rises',
  meaning: 'What the outcome means',
  moved: 'Way',
  noneYet: 'Nothing that counts was driven yet.',
  nothing: '–',
  off: 'Off, low / high',
  ofClear: (a: Shown) => `${a} % of the gas of a clear path`,
  open: (a: Shown) => `${a}, percent`,
  pressures: 'Pressures over the drive',
  rpm: 'rpm',
  seconds: 'seconds',
  secondsLeft: (a: Shown) => `${a} s more`,
  sound: 'sound',
  stages: {
    ZERO: 'Zero',
    PULL: 'Foot down',
    COAST: 'Foot off',
    BRAKE: 'Engine brake',
    PART: 'Part load',
  },
  theDrive:
    'Nothing is commanded. What counts of the drive is cut out by itself: pulls once the charge is there, foot off with and without the engine brake, part load at which recirculated gas flows. What the module wants of each actuator is put beside where it is, and what answers beside the nominal engine in this air, at this speed and fuel.',
  upTo: (a: Shown) => `${a} %`,
  whatItMeans:
    'Follows and is answered: in order. Follows and nothing answers: blocked or leaking behind it. Does not follow: the actuator, its air or its circuit. Higher than about 1,200 m too little pressure drives recirculated gas to judge its path.',
}
