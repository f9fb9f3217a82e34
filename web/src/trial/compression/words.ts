import type { Shown } from '../../shared/words'

/** What the board of the relative compression says. */
export const texts = {
  allLowTogether: 'All low together',
  before: (a: Shown) => `before: ${a} %`,
  countOf: (a: Shown, b: Shown) => `${a} of ${b}`,
  crankNow: 'Crank now',
  crankAgain: 'Crank again',
  crankSpeed: 'Crank speed',
  cylinder: (a: Shown) => `Cylinder ${a}`,
  dipOfAMedianCompression: 'Dip of a median compression',
  eachCompressionSlowsTheCrank:
    'Each compression slows the crank and lets it run on. The module times the crank in quarters of a segment; what every cylinder compresses is drawn from that by least squares, as percent of the median.',
  howItIsFound: 'How it is found',
  keepCranking: 'Keep cranking',
  letGo: 'Let go',
  letGoOfTheKey: 'Let go of the key',
  low: 'low',
  lowestSupply: 'Lowest supply',
  normal: 'Normal',
  plusMinus: (a: Shown) => `± ${a}`,
  relativeCannotSee:
    'Percent of the median cannot see that all are low. The speed of the crank and the depth of its dips give a hint, no more: then one cylinder is measured with a gauge.',
  soundIs: (a: Shown) =>
    `Sound cylinders lie within about 90 to 105 %. Below ${a} % and clear of the noise one is low; 70 to 80 % is worn; next to nothing is a valve held open.`,
  theMedianIs: 'The line is the limit; 100 % is the median cylinder.',
  wait: 'Wait',
}
