import type { Shown } from '../../shared/words'

/** What the board of the forced regeneration says. */
export const texts = {
  behind: 'Filter out',
  catalystIn: 'Catalyst in',
  catalystOut: 'Catalyst out',
  corridor: (a: Shown, b: Shown) => `${a} to ${b} in the burn`,
  doser: 'Fuel doser',
  doserNormal: (a: Shown) => `blocked from ${a} on`,
  howItIsFound: 'How it is told',
  filterLoses: 'Filter loses',
  leftFrom: (a: Shown, b: Shown) => `${a} to ${b} min`,
  meaning: 'What the outcome means',
  minutes: 'min',
  normal: 'Normal',
  nothing: '–',
  notYet: 'once it burns',
  sootLeft: 'Soot left',
  sound:
    '30 to 40 minutes: about 315 °C before the catalyst, 480 to 540 °C behind it, the filter as hot as that.',
  stages: {
    WARM_UP: 'Warm-up',
    LIGHT_OFF: 'Light-off',
    BURN: 'Burn',
    COOL_DOWN: 'Cool-down',
  },
  temperatures: 'Temperatures',
  theModuleBurns:
    'The module warms the exhaust, doses fuel before the catalyst and burns the soot by itself; it goes on when this page is closed. Time left is fitted from how the soot falls. Before and after are told twice: by the estimate of the module, and by the pressure that the filter loses at one flow and temperature. Both must agree.',
  timeLeft: 'Time left',
  was: (a: Shown) => `was ${a}`,
  whatItMeans:
    'The catalyst does not get hot: doser blocked (its pressure is high), no fuel (none), or a worn catalyst (the filter gets hotter than it). The pressure stays high although the soot is gone: ash. Clear faults only after it came to its end.',
}
