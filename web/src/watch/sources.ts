import type { WatchChannel } from './types'

const FIRST: WatchChannel['source'][] = ['BROADCAST', 'REQUEST', 'IDENTIFIER', 'FILE']

/** What tells a quantity of one side of the unit; a value without a number is its own. */
function quantity(c: WatchChannel): string {
  return c.spn > 0 ? `${c.side}/${c.spn}` : c.id
}

/**
 * One channel for each quantity, the one that a module sends by itself before one that has to be asked for, in their
 * order; and how many tell it.
 */
export function oneEach(channels: WatchChannel[]): {
  channels: WatchChannel[]
  sources: Map<string, number>
} {
  const best = new Map<string, WatchChannel>()
  const count = new Map<string, number>()
  for (const c of channels) {
    const key = quantity(c)
    count.set(key, (count.get(key) ?? 0) + 1)
    const now = best.get(key)
    if (!now || FIRST.indexOf(c.source) < FIRST.indexOf(now.source)) best.set(key, c)
  }
  return {
    // A quantity stands where the first that tells it stood.
    channels: [...best.values()],
    sources: new Map([...best].map(([key, c]) => [c.id, count.get(key) ?? 1])),
  }
}

/** The others that tell the same quantity. */
export function othersOf(channel: WatchChannel, all: WatchChannel[]): WatchChannel[] {
  return all.filter((c) => c.id !== channel.id && quantity(c) === quantity(channel))
}
