import type { components } from '../api/generated/schema'
import type { OnStream } from '../stream/types'

type Schemas = components['schemas']

/** All values there are. */
export type WatchChannels = OnStream<Schemas['Channels']>

/** A value that can be watched. */
export type WatchChannel = WatchChannels['channels'][number]

/** The values as they are now, in the order of the channels. */
export type WatchNow = OnStream<Schemas['Now']>

/** What was gathered of each value; figures are null where there is none. */
export type WatchSince = Omit<OnStream<Schemas['Since']>, 'min' | 'max' | 'mean' | 'normal'> & {
  [K in 'min' | 'max' | 'mean' | 'normal']: (number | null)[]
}

/** A recorder. */
export type RecorderState = OnStream<Schemas['RecorderView']>
