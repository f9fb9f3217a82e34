import type { Shown } from '../../shared/words'

/** What the board of the dosing circuit says. */
export const texts = {
  atRest: 'Before anything is pumped',
  before: (a: Shown) => `before: ${a}`,
  delivery: 'Pump gives',
  effort: 'Pump effort',
  emptied: 'Sucked down to',
  figure: 'Figure',
  fill: 'Line full after',
  held: 'Holds',
  howItIsFound: 'How it is found',
  leak: 'Closed line loses in a minute',
  limit: 'Limit',
  little: 'Injector passes, dosing little',
  measured: 'Measured',
  most: (a: Shown) => `at most ${a}`,
  least: (a: Shown) => `at least ${a}`,
  between: (a: Shown, b: Shown) => `${a} to ${b}`,
  much: 'Injector passes, dosing much',
  normal: 'Normal',
  plusMinus: (a: Shown) => `± ${a}`,
  pressure: 'Fluid pressure',
  pressureOverTheCheck: 'Pressure and effort of the pump over the check',
  seconds: 'seconds',
  sound:
    'Builds up to 9 bar in 10 to 40 s, loses less than 0.2 bar in a minute, and falls below the air when it is emptied.',
  /** In the plot, where little room is. */
  marks: {
    FILL: 'Fill',
    HOLD: 'Hold',
    REST: 'Rest',
    DOSE_LITTLE: 'Little',
    DOSE_MUCH: 'Much',
    EMPTY: 'Empty',
  },
  stages: {
    FILL: 'Fill',
    HOLD: 'Hold',
    REST: 'Rest',
    DOSE_LITTLE: 'Dose little',
    DOSE_MUCH: 'Dose much',
    EMPTY: 'Empty',
  },
  swing: 'Swings while held',
  theModuleDoes:
    'The module fills the line, holds the pressure, lets the closed line rest, lets the injector take a little and much, and sucks the line empty. What the pump works more tells what passes: in proportion to what it needs to hold the pressure, so that a weak pump does not look like a fouled injector.',
}
