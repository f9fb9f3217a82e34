import { useEffect, useState, useSyncExternalStore } from 'react'
import { stream } from '../stream/stream'
import type { WatchChannel, WatchChannels, WatchNow, WatchSince } from './types'

/** One value as it is now. */
export interface Reading {
  raw: number
  /** V valid, S stale, N not available, E sensor error, A not awake, P parameter specific, R reserved, - not told */
  state: string
}

/** Five minutes at forty a second. */
const MOST_POINTS = 12_000

/**
 * All values of a unit, outside React: forty times a second they change, and only what shows a changed value is drawn
 * again. Keeps five minutes of what came for the traces.
 */
export class WatchStore {
  channels: WatchChannel[] = []
  /** Titles of the sets that a channel may belong to, by id. */
  titles: Record<string, string> = {}
  since: WatchSince | undefined
  /** Channels that have told a value at any time. */
  readonly told = new Set<string>()
  /** Bus seconds of the last values. */
  seconds = 0
  private index = new Map<string, number>()
  private raws: number[] = []
  private states = ''
  private version = -1
  private readonly listeners = new Set<() => void>()
  private readonly slow = new Set<() => void>()
  private times: number[] = []
  private history: number[][] = []

  take(type: string, body: unknown) {
    if (type === 'channels') {
      const told = body as WatchChannels
      this.version = told.version
      this.channels = told.channels
      this.titles = told.titles
      this.index = new Map(told.channels.map((c, i) => [c.id, i]))
      this.raws = []
      this.states = ''
      this.times = []
      this.history = []
      this.slow.forEach((l) => l())
      this.listeners.forEach((l) => l())
    } else if (type === 'now') {
      const told = body as WatchNow
      if (told.version !== this.version) return
      this.raws = told.raws
      this.states = told.states
      this.seconds = told.seconds
      this.remember()
      this.listeners.forEach((l) => l())
    } else if (type === 'since') {
      const told = body as WatchSince
      if (told.version !== this.version) return
      this.since = told
      this.channels.forEach((c, i) => this.states[i] === 'V' && this.told.add(c.id))
      this.slow.forEach((l) => l())
    }
  }

  private remember() {
    this.times.push(this.seconds)
    this.history.push(this.raws)
    if (this.times.length > MOST_POINTS) {
      this.times.splice(0, MOST_POINTS / 10)
      this.history.splice(0, MOST_POINTS / 10)
    }
  }

  indexOf(id: string): number {
    return this.index.get(id) ?? -1
  }

  reading(id: string): Reading | undefined {
    const i = this.index.get(id)
    if (i === undefined || i >= this.raws.length) return undefined
    return { raw: this.raws[i] ?? 0, state: this.states[i] ?? '-' }
  }

  /** Times and figures of channels over the last seconds; null where a channel told no number. */
  trace(ids: string[], seconds: number): [number[], ...(number | null)[][]] {
    let from = this.times.length
    while (from > 0 && this.seconds - (this.times[from - 1] ?? 0) <= seconds) from--
    const times = this.times.slice(from).map((t) => t - this.seconds)
    const rows = ids.map((id) => {
      const i = this.indexOf(id)
      const c = this.channels[i]
      return this.history
        .slice(from)
        .map((raws) => (c === undefined ? null : figure(c, raws[i] ?? Number.NaN)))
    })
    return [times, ...rows]
  }

  /** True where a value is a figure outside its normal range of now. */
  outside(c: WatchChannel): boolean {
    const r = this.reading(c.id)
    const i = this.indexOf(c.id)
    const low = this.since?.normal[2 * i]
    const high = this.since?.normal[2 * i + 1]
    const value = (r?.raw ?? 0) * c.factor + c.offset
    return r?.state === 'V' && low != null && high != null && (value < low || value > high)
  }

  onNow = (listener: () => void) => {
    this.listeners.add(listener)
    return () => this.listeners.delete(listener)
  }

  onSlow = (listener: () => void) => {
    this.slow.add(listener)
    return () => this.slow.delete(listener)
  }
}

/**
 * Channels as they are listed: the vital few first, then those that tell a value, then the others; within these as the
 * unit tells them.
 */
export function inOrder(channels: WatchChannel[], told: ReadonlySet<string>): WatchChannel[] {
  const rank = (c: WatchChannel) => (told.has(c.id) ? (c.sets.includes('vital') ? 0 : 1) : 2)
  return [...channels].sort((a, b) => rank(a) - rank(b))
}

/** The figure of a count in the stored unit; null where its high byte says that it is none. */
export function figure(c: WatchChannel, raw: number): number | null {
  return Number.isNaN(raw) || (c.most !== null && raw * c.factor + c.offset > c.most + 1e-9)
    ? null
    : raw * c.factor + c.offset
}

/** The values of a job, told for as long as somebody looks. */
export function useWatch(job: number): WatchStore {
  const [store] = useState(() => new WatchStore())
  useEffect(
    () => stream.subscribe(`job/${job}/watch`, (change) => store.take(change.type, change.body)),
    [job, store],
  )
  return store
}

/** Draws again when values that are told seldom have changed: the list of channels, what was gathered. */
export function useSlow(store: WatchStore): WatchSince | undefined {
  const [, again] = useState(0)
  useEffect(() => {
    const stop = store.onSlow(() => again((n) => n + 1))
    return () => {
      stop()
    }
  }, [store])
  return store.since
}

/** One value; draws again only when it has changed. */
export function useReading(store: WatchStore, id: string): string {
  return useSyncExternalStore(store.onNow, () => {
    const r = store.reading(id)
    return r === undefined ? '-' : `${r.state}${r.raw}`
  })
}
