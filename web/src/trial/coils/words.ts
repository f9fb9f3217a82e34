import type { Shown } from '../../shared/words'

/** What the board of the injector circuits says. */
export const texts = {
  atRest: 'At rest',
  byEar: 'By ear',
  clicked: 'Clicked',
  clicks: 'clicks',
  clicksNow: 'clicks now',
  eachCoilIsDriven:
    'Each coil is driven in turn, with the engine standing. The module samples what stands at its wire at rest, how fast the current rises, and for which share of the time the supply must be on to hold it.',
  fault: 'fault',
  fine: 'fine',
  hold: 'Held by',
  howItIsFound: 'How it is found',
  injector: 'Injector',
  injectorClicks: (a: Shown) => `Injector ${a} clicks`,
  ms: (a: Shown) => `${a} µs`,
  normal: 'Normal',
  notYet: 'not yet',
  percent: (a: Shown) => `${a} %`,
  rise: 'Current rises in',
  silent: 'Silent',
  silentState: 'silent',
  state: 'State',
  wireAtRest:
    'At rest about half of the supply stands at the wire: none where it is open or shorted to ground, all of it where it is shorted to the supply. Coils of one engine rise alike within a few percent; a whole bank that is late points at its driver.',
}
