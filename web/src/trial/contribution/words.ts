import type { Shown } from '../../shared/words'

/** What the board of the automatic cutout says. */
export const texts = {
  allFire: 'All fire',
  before: (a: Shown) => `before: ${a} %`,
  cutsDone: (a: Shown, b: Shown) => `${a} of ${b} cuts`,
  cylinder: (a: Shown) => `Cylinder ${a}`,
  cylinderOff: (a: Shown) => `Cylinder ${a} off`,
  eachIsOffInTurn:
    'Each cylinder is off for some seconds, first in their order, then back, so that what drifts cancels. What it did shows twice: in the fuel that the governor adds to the others, and in the times of the segments. Both are taken together.',
  gets: (a: Shown) => `gets ${a} %`,
  howItIsFound: 'How it is found',
  noise: 'Noise',
  noiseAlone: (a: Shown) => `Of cylinders that are all alike the worst would read ${a} % off by noise alone.`,
  normal: 'Normal',
  off: 'off',
  rpmLost: (a: Shown) => `${a} rpm lost`,
  smoothRunning: 'Smooth running',
  smoothRunningHides:
    'The module gives a weak cylinder more fuel until the engine idles evenly, which hides it. The large figure is what a cylinder makes of the same fuel; “works” is what it does as the engine idles.',
  soundIs: (a: Shown) =>
    `Sound injectors lie within 2 or 3 % of each other. Below ${a} % and clear of the noise one is weak.`,
  weak: 'weak',
  works: (a: Shown) => `works ${a} %`,
}
