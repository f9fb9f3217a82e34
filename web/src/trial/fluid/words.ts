import type { Shown } from '../../shared/words'

/** What the board of the fluid's quality says. */
export const texts = {
  accepted: 'Between 28 % and the standard it is weak and mostly still taken; below, it is not.',
  asIndex: 'refractive index',
  asPercent: '% of urea',
  byRefractometer: 'Refractometer',
  either: '% of urea or refractive index',
  enterIt: 'Enter it',
  howItIsFound: 'How it is found',
  itReads: 'It reads',
  noSuchScale: 'A percent scale ends at 60, an index lies between 1.32 and 1.45.',
  none: 'none',
  normal: 'Normal',
  percent: (a: Shown) => `${a} %`,
  sensor: 'Sensor',
  standard: 'ISO 22241-1: 31.8 to 33.2 %, refractive index 1.3814 to 1.3843 at 20 °C (from memory).',
  tank: 'Tank',
  twoJudges:
    'A drop on a refractometer tells how much urea is in the water. The sensor in the tank tells the same by other means: where the two differ by more than both may be off, the sensor is wrong, or something else is in the fluid.',
  waits: 'waits for the drop',
}
