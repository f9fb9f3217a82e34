/** A value that can be watched. */
export interface WatchChannel {
  id: string
  name: string
  spn: number
  module: string
  moduleTitle: string
  side: string
  source: 'BROADCAST' | 'REQUEST' | 'IDENTIFIER' | 'FILE'
  group: number
  unit: string
  decimals: number
  factor: number
  offset: number
  words: Record<string, string>
  sets: string[]
  /** Greatest figure that is a number; null where there is no bound. */
  most: number | null
}

export interface WatchChannels {
  version: number
  channels: WatchChannel[]
}

/** The values as they are now, in the order of the channels. */
export interface WatchNow {
  version: number
  seconds: number
  raws: number[]
  states: string
}

/** What was gathered of each value; figures are null where there is none. */
export interface WatchSince {
  version: number
  engines: Record<string, string>
  min: (number | null)[]
  max: (number | null)[]
  mean: (number | null)[]
  ageMs: number[]
  periodMs: number[]
  normal: (number | null)[]
}

/** A recorder as the stream tells it. */
export interface RecorderState {
  number: number
  name: string
  stage: 'ARMED' | 'RECORDING' | 'POST_ROLL' | 'ENDED'
  says: string
  seconds: number
  samples: number
  lost: number
  recordings: number
  recordingId: number | null
}
