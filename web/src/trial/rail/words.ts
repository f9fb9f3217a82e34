import type { Shown } from '../../shared/words'

/** What the board of the rail pressure says. */
export const texts = {
  commanded: 'commanded',
  effort: 'Pump’s valve, of a sound engine',
  filter: 'Filter, of what is permitted',
  holdDown: 'Rail pressure once the engine stands',
  howItIsFound: 'How it is told',
  least: 'least that is in order',
  meaning: 'What the outcome means',
  measured: 'measured',
  noneYet: 'Nothing is taken yet.',
  nothing: '–',
  now: 'rpm now',
  percent: (a: Shown) => `${a} %`,
  rail: 'Rail, commanded',
  rpm: (a: Shown) => `${a} rpm`,
  seconds: 'seconds',
  snaps: 'Rail pressure in the snaps',
  speed: 'Speed',
  stages: {
    IDLE: 'Idle',
    RAISED: 'Faster',
    SNAP: 'Snaps',
    STOP: 'Stop',
    HOLD: 'Hold-down',
  },
  supply: 'Supply, of a sound one',
  theEffort:
    'The injected quantity and the pressure say how much fuel cylinders and injectors of a sound engine take; against it stands how far the pump’s valve had to open. Supply and loss over the filter are compared with a sound lift pump and a clean filter at this flow. Their zeros are taken once the engine stands.',
  theTrail:
    'Filter loses too much: renew it. Supply low, filter free: the lift pump or what lies before it. Works too hard and holds once it stands: pump worn, or injectors return too much. Falls once it stands: a leak. Capped in the snaps: the relief valve.',
}
