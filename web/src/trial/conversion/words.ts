import type { Shown } from '../../shared/words'

/** What the board of the conversion says. */
export const texts = {
  ammonia: 'Dosed, of what is needed',
  before: 'Before the catalyst',
  behind: 'Behind it',
  conversion: 'Conversion',
  conversionOverTheDrive: 'Nitrogen oxides before and behind the catalyst, and conversion, over the drive',
  converted: 'Converted',
  delay: 'Sensor behind tells later by',
  figure: 'Figure',
  gas: 'Gas',
  howItIsFound: 'How it is found',
  lasted: 'Lasted',
  left: (a: Shown) => `${a} s left`,
  limit: 'Limit',
  measured: 'Measured',
  minutes: 'minutes',
  most: (a: Shown) => `at most ± ${a}`,
  least: (a: Shown) => `at least ${a}`,
  noSteadyYet: 'No steady stretch yet: both sensors awake, catalyst warm, speed held for half a minute.',
  nothing: '–',
  oxygen: 'Oxygen behind less before',
  normal: 'Normal',
  ppm: 'ppm',
  plan: {
    WARM: 'Warm up',
    STEADY: 'Hold the speed',
    OVERRUN: 'Foot off',
  },
  plusMinus: (a: Shown) => `± ${a}`,
  raw: 'Made by the engine, of the most that is usual',
  sensors: {
    NOT_TOLD: 'no state told',
    OFF: 'off',
    HEATS: 'heats',
    HOT: 'hot, not stable',
    STABLE: 'awake',
  },
  secondsLeft: 's left',
  settles: 'until it settles',
  sound:
    '70 % and more passes, 80 % is normal, 90 % is good. Steady on the road 185 to 200 ppm before and 5 to 35 ppm behind.',
  stretch: (a: Shown) => `Stretch ${a}`,
  stretches: 'Steady stretches, found by themselves',
  theDrive:
    'Sensors first: they must wake, move, and read nothing when the foot is off and the engine burns nothing. Then what is gone behind the catalyst while the speed is held, shifted by the time that the gas needs. The interval is what both sensors may be off by. Ammonia reads as nitrogen oxide: what still comes out with the foot off is ammonia that a worn catalyst could not use.',
  without: {
    'zero-before': 'Sensor before, foot off',
    'zero-behind': 'Sensor behind, foot off',
  },
}
