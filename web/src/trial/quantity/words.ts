import type { Shown } from '../../shared/words'

/** What the board of the dosed quantity says. */
export const texts = {
  asked: 'Asked for',
  caught: 'Caught',
  deviation: 'Off',
  enterIt: 'Enter it',
  gram: 'g',
  howItIsFound: 'How it is found',
  inBeaker: 'In the beaker',
  millilitre: 'mL',
  normal: 'Normal',
  noFigure: 'Enter a figure up to 900, with a point or a comma.',
  nothing: '–',
  plusMinus: (a: Shown) => `± ${a}`,
  pressure: (a: Shown) => `at ${a}`,
  sound: 'Within 10 % of what was asked for.',
  theModuleDoses:
    'The module fills the line, holds its pressure and doses for a minute at half duty; what it asked for is time and duty times what a sound injector passes. The beaker tells what came. The doubt is what a scale and a few drops can be off by; the pressure must have been held, or the injector is not to blame.',
  unit: 'Weighed or measured',
  waits: 'waits for the scale',
}
