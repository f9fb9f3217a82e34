import type { Shown } from '../../shared/words'

/** What the board of the injector flow restore says. */
export const texts = {
  after: (flushes: number) =>
    flushes === 0 ? 'Before any flush' : flushes === 1 ? 'After one flush' : `After ${flushes} flushes`,
  before: (a: Shown) => `last time: ${a}`,
  flow: 'Flow of the injector',
  howItIsFound: 'How it is found',
  limit: (a: Shown) => `${a} and more is right`,
  meaning: 'What the outcome means',
  noneYet: 'Measured once the exhaust is warm and the pressure holds.',
  normal: 'Normal',
  ofASoundOne: 'of what a sound injector passes',
  plusMinus: (a: Shown) => `± ${a}`,
  sound: 'Flow is back after one to four flushes, in 5 to 25 minutes.',
  stages: {
    HEAT: 'Warm',
    HOLD: 'Hold',
    MEASURE: 'Measure',
    FLUSH: 'Flush',
    COOL: 'Cool',
  },
  theModuleFlushes:
    'The module warms the exhaust, holds the pressure with the injector shut, doses steadily, flushes at most of its opening, and lets it cool; then again. What dosing costs the pump, in proportion to what holding costs it, is the flow: a pump that is a little weak does not look like crystals.',
  whatItMeans:
    'It rose and is back: crystals, they are gone; find out why they grew. It rose and is not back: once more, then by hand. It did not move: a crust that does not dissolve, or the line before the injector; the dosing circuit tells which.',
}
