/** What is commanded now; seconds since it began. */
export interface Held {
  id: string
  says: string
  release: string
  seconds: number
  /** Where it stands; only what a module has confirmed is taken for done. */
  state: 'TAKING' | 'HELD' | 'LETTING_GO' | 'NOT_CONFIRMED'
}

/** The hook-up as the server's live owner tells it. */
export interface LinkState {
  state: 'OFF' | 'CONNECTING' | 'LISTENING' | 'UP' | 'WRONG_SPEED' | 'SILENT' | 'REFUSED' | 'LOST'
  says: string
  next: string
  link: string | null
  linkId: string | null
  simulated: string | null
  bus: string | null
  bitRate: number
  address: number | null
  tellsBitRate: boolean
  tellsSupply: boolean
  tellsErrors: boolean
  held: Held[]
}

/** One reading; the figure is null where the state is not VALID. */
export interface Value {
  spn: number
  name: string
  /** Which engine of several; empty where there is one. */
  side: string
  value: number | null
  state: 'VALID' | 'PARAMETER_SPECIFIC' | 'RESERVED' | 'ERROR' | 'NOT_AVAILABLE'
  unit: string
  decimals: number
  ageMs: number
}

/** The vital few and the health of the link. */
export interface Vitals {
  key: string
  values: Value[]
  loadPercent: number | null
  framesPerSecond: number
  lastFrameMs: number | null
  errors: number
  frames: number
  lost: number
  busSeconds: number
}

/** One field that the vessel's network told; the value is null where it is words or no number. */
export interface VesselTold {
  name: string
  value: number | null
  words: string
  unit: string
  decimals: number
  source: number
  ageMs: number
}

/** An engine, a gear, a tank … of the vessel's network. */
export interface VesselThing {
  about: 'ENGINE' | 'GEAR' | 'TANK' | 'BATTERY' | 'VESSEL'
  name: string
  values: VesselTold[]
}

/** What the vessel's network tells. */
export interface VesselState {
  bus: string
  heard: boolean
  says: string
  frames: number
  dropped: number
  things: VesselThing[]
  devices: { source: number; model: string; software: string; name: string | null; ageMs: number }[]
}

/** How far a self-test of the modules is. */
export interface SelfTest {
  ended: boolean
  modules: { title: string; ended: boolean; passed: boolean; says: string }[]
}

/** What a check of a guide waits for just now. */
export interface Tracing {
  trace: number
  check: string
  says: string
}

/** A change as it comes over the socket. */
export interface Change {
  topic: string
  seq: number
  type: string
  value: boolean
  body: unknown
}

/** How full the server's disk is, in words. */
export interface DiskState {
  state: 'ENOUGH' | 'LOW' | 'FULL'
  freeBytes: number
  totalBytes: number
  says: string
  next: string
}
