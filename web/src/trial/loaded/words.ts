import type { Shown } from '../../shared/words'

/** Why a stretch was left out, by the name of its figure. */
export const whys: Record<string, string> = {
  'left-out-why-foot-lifted': 'It was let up too soon',
  'left-out-why-gear-changed': 'A gear was changed in it',
  'left-out-why-load-not-matched': 'Its load is not that of the others',
  'left-out-why-load-not-reached': 'The charge never came',
  'left-out-why-too-short': 'It was too short',
  'left-out-why-values-missing': 'Values were missing',
}

/** What the board of the cutout under load says. */
export const texts = {
  allFire: 'All fire',
  again: 'Pull again',
  atSecond: (a: Shown) => `at ${a} s`,
  cures: 'cures it',
  done: 'Done',
  changesBy: (a: Shown, b: Shown) => `changes by ${a} ± ${b} %`,
  hold: 'Hold it',
  howItIsFound: 'How it is found',
  leftOut: 'Left out',
  loadNow: 'Load on',
  normal: 'Normal',
  normalUpTo: (a: Shown) => `normal up to ${a}`,
  off: (a: Shown) => `Cylinder ${a} off`,
  offShort: (a: Shown) => `${a} off`,
  passOver: 'Pass over',
  pullNow: 'Pull now',
  pulls: (a: Shown, b: Shown) => `${a} of ${b} pulls`,
  pressureAtEqualLoad: 'Crankcase pressure at equal load',
  soundIs:
    'Under load a sound engine with a clean breather has 0.5 to 2.5 kPa in its crankcase; a worn one 3 to 4, and below 1 with the cylinder at fault off.',
  runsEvenly: 'runs evenly: cures it',
  unevenCycles: (a: Shown) => `${a} % of cycles uneven`,
  theSamePull:
    'Every pull is cut out of the recording by itself: from when the charge is there until the foot is lifted or a gear is changed. Compared are only moments at the same charge, with exhaust pressure, rail pressure and speed alike. What a cylinder leaks is gone while it does not fire: the pressure then falls more than with any other off. If it falls with none, it is no cylinder. Where the module times the segments, cycles that differ from the one before are counted too: with the cylinder off that fires irregularly they are gone.',
}
