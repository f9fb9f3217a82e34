import type { Shown } from '../../shared/words'

/** What the board of the idle balance says. */
export const texts = {
  correctionsOverVisits: 'Corrections at each visit',
  cylinder: (a: Shown) => `Cylinder ${a}`,
  hours: (a: Shown) => `${a} h`,
  howItIsFound: 'How it is found',
  misses: (a: Shown) => `misses ${a} of 1,000`,
  normal: 'Normal',
  shakes: 'weak',
  soundIs: (a: Shown) =>
    `Sound cylinders get within about 3 % of each other and miss none when warm. Below ${a} % of the median for the same fuel one is weak.`,
  theModuleGives:
    'So that the engine idles evenly, the module gives a cylinder more that turns the crank less. What it gives tells what the cylinder makes of the same fuel, and a stroke that leaves the crank as slow as none at all is counted as missed.',
}
