import type { Shown } from '../shared/words'

/** What the screens of this area say. */
export const texts = {
  address: (a: Shown) => `address ${a}`,
  aFigureThatDiffersFromThe:
    'A figure that differs from the engine’s own module points at the gateway or a second sensor, not at the engine.',
  batteries: 'Batteries',
  devices: 'Devices',
  engines: 'Engines',
  gatewaysAndSendersTellHereWhat:
    'Gateways and senders report here what displays on the bridge show. Hitch Lamp only listens: navigation depends on this bus.',
  gears: 'Gears',
  hookUp: 'Hook up',
  isItSwitchedOnAtThe: ' Is it switched on at the panel? The engines are read all the same.',
  longMessagesDidNotComeWhole: (a: Shown) => `, ${a} long messages did not arrive whole`,
  next: 'Next',
  notAskedByAnybodySinceWe: 'not asked by anybody since we listen',
  notAvailable: (a: Shown) => `Not available: ${a}.`,
  notTold: 'not told',
  noVesselNetworkIsHeardWhere:
    'No vessel network is heard. Where the plug carries one (NMEA 2000), it is listened to with the hook-up; for a real vessel name its bus when you choose the link.',
  on: (a: Shown, b: Shown, c: Shown) => `${a} ${b} on ${c}`,
  sends: 'sends',
  silentForS: (a: Shown) => `silent for ${a} s`,
  staleSOld: (a: Shown) => `stale, ${a} s old`,
  tanks: 'Tanks',
  theNetworkIsSilentHere: 'The network is silent here.',
  underWay: 'Under way',
  vessel: 'Vessel',
  vesselNetwork: 'Vessel network',
  whatItIs: 'What it is',
  whatItMeans: 'What it means',
  whatTheEnginesRemember: 'What the engines remember',
  whereToStart: 'Where to start',
}
