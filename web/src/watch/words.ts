/** Words of watching. */
export const states: Record<string, string> = {
  N: 'not available',
  E: 'sensor error',
  A: 'not awake',
  S: 'stale',
  P: 'special',
  R: 'reserved',
  '-': 'no value yet',
}

export const sources: Record<string, string> = {
  BROADCAST: 'sent by itself',
  REQUEST: 'asked for',
  IDENTIFIER: 'asked for as an identifier',
  FILE: 'from a file',
}

export const stages: Record<string, string> = {
  ARMED: 'armed',
  RECORDING: 'recording',
  POST_ROLL: 'ending',
  ENDED: 'kept',
}

/** Names of sets whose title no page knows are shown as they are. */
export const setTitles: Record<string, string> = {
  vital: 'Vital few',
  coolant: 'Cooling',
  charge: 'Air path',
  fuel: 'Fuel supply and rail',
  electric: 'Electrical supply',
  brakes: 'Brakes and air',
  driveline: 'Driveline',
  cutout: 'Cylinder cutout',
  recirculation: 'Exhaust recirculation',
}

/** Minutes and seconds of a stretch of time, or hours where it is long. */
export function clock(seconds: number): string {
  const s = Math.max(0, Math.round(seconds))
  const h = Math.floor(s / 3600)
  const m = Math.floor((s % 3600) / 60)
  const rest = String(s % 60).padStart(2, '0')
  return h > 0 ? `${h}:${String(m).padStart(2, '0')}:${rest}` : `${m}:${rest}`
}
