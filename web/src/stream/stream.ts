import type { Change } from './types'

type Listener = (change: Change) => void

const FIRST_RETRY_MS = 500
const LONGEST_RETRY_MS = 8000

/**
 * One WebSocket for the tab, with subscriptions. After a break it comes back by itself and asks for what it missed by
 * the number of the last event it saw.
 */
export class Stream {
  private socket: WebSocket | undefined
  private readonly listeners = new Map<string, Set<Listener>>()
  private readonly seen = new Map<string, number>()
  private readonly stateListeners = new Set<(open: boolean) => void>()
  private retry = FIRST_RETRY_MS
  private timer: ReturnType<typeof setTimeout> | undefined
  private readonly open: () => WebSocket

  constructor(open: () => WebSocket) {
    this.open = open
  }

  /** Hears the changes of a topic until the returned function is called. */
  subscribe(topic: string, listener: Listener): () => void {
    const set = this.listeners.get(topic) ?? new Set()
    set.add(listener)
    this.listeners.set(topic, set)
    if (this.socket?.readyState === 1) {
      this.ask(topic, true)
    } else {
      this.connect()
    }
    return () => {
      set.delete(listener)
      if (set.size === 0) {
        this.listeners.delete(topic)
        this.seen.delete(topic)
        if (this.socket?.readyState === 1) this.socket.send(JSON.stringify({ leave: topic }))
        if (this.listeners.size === 0) this.close()
      }
    }
  }

  /** Tells the server that somebody looks on at a job; nothing is kept for later where the connection is gone. */
  alive(job: number) {
    if (this.socket?.readyState === 1) this.socket.send(JSON.stringify({ alive: job }))
  }

  /** Told whether the connection stands. */
  onState(listener: (open: boolean) => void): () => void {
    this.stateListeners.add(listener)
    return () => this.stateListeners.delete(listener)
  }

  private close() {
    clearTimeout(this.timer)
    const socket = this.socket
    this.socket = undefined
    socket?.close()
  }

  private connect() {
    if (this.socket) return
    const socket = this.open()
    this.socket = socket
    socket.onopen = () => {
      this.retry = FIRST_RETRY_MS
      this.stateListeners.forEach((l) => l(true))
      for (const topic of this.listeners.keys()) this.ask(topic, false)
    }
    socket.onmessage = (message: MessageEvent<string>) => this.take(JSON.parse(message.data) as Change)
    socket.onclose = () => {
      if (this.socket !== socket) return
      this.socket = undefined
      this.stateListeners.forEach((l) => l(false))
      if (this.listeners.size > 0) {
        this.timer = setTimeout(() => this.connect(), this.retry)
        this.retry = Math.min(LONGEST_RETRY_MS, this.retry * 2)
      }
    }
  }

  private ask(topic: string, anew: boolean) {
    if (anew) this.socket?.send(JSON.stringify({ leave: topic }))
    this.socket?.send(JSON.stringify({ subscribe: topic, after: this.seen.get(topic) ?? -1 }))
  }

  private take(change: Change) {
    if (!change.value || change.type === 'snapshot') this.seen.set(change.topic, change.seq)
    this.listeners.get(change.topic)?.forEach((l) => l(change))
  }
}

export const stream = new Stream(
  () => new WebSocket(`${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/api/stream`),
)
