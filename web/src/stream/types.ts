import type { components } from '../api/generated/schema'

type Schemas = components['schemas']

/** A body as the stream tells it: what the document calls optional is null where it is not known. */
export type OnStream<T> = T extends (infer U)[]
  ? OnStream<U>[]
  : T extends object
    ? {
        [K in keyof T]-?: undefined extends T[K] ? OnStream<Exclude<T[K], undefined>> | null : OnStream<T[K]>
      }
    : T

/** The hook-up as the server's live owner tells it. */
export type LinkState = OnStream<Schemas['LinkView']>

/** What is commanded now; seconds since it began. */
export type Held = LinkState['held'][number]

/** The vital few and the health of the link. */
export type Vitals = OnStream<Schemas['VitalsView']>

/** One reading; the figure is null where the state is not VALID. */
export type Value = Vitals['values'][number]

/** What the vessel's network tells. */
export type VesselState = OnStream<Schemas['VesselView']>

/** An engine, a gear, a tank … of the vessel's network. */
export type VesselThing = VesselState['things'][number]

/** One field that the vessel's network told; the value is null where it is words or no number. */
export type VesselTold = VesselThing['values'][number]

/** How far a self-test of the modules is. */
export type SelfTest = OnStream<Schemas['SelfTestView']>

/** What a check of a guide waits for just now. */
export type Tracing = OnStream<Schemas['Waits']>

/** How full the server's disk is, in words. */
export type DiskState = OnStream<Schemas['DiskView']>

/** A change as it comes over the socket. */
export interface Change {
  topic: string
  seq: number
  type: string
  value: boolean
  body: unknown
}
