import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Stream } from './stream'
import type { Change } from './types'

class FakeSocket {
  readyState = 0
  sent: string[] = []
  onopen: () => void = () => undefined
  onclose: () => void = () => undefined
  onmessage: (m: { data: string }) => void = () => undefined
  send(text: string) {
    this.sent.push(text)
  }
  close() {
    this.drop()
  }
  come() {
    this.readyState = 1
    this.onopen()
  }
  drop() {
    this.readyState = 3
    this.onclose()
  }
  tell(change: Partial<Change>) {
    this.onmessage({ data: JSON.stringify({ topic: 'job/1', value: false, ...change }) })
  }
}

let sockets: FakeSocket[] = []
const stream = () =>
  new Stream(() => {
    const s = new FakeSocket()
    sockets.push(s)
    return s as unknown as WebSocket
  })

beforeEach(() => {
  sockets = []
  vi.useFakeTimers()
})
afterEach(() => vi.useRealTimers())

it('asks for everything at first and after a break for what it missed', () => {
  const heard: number[] = []
  const s = stream()
  s.subscribe('job/1', (c) => heard.push(c.seq))
  sockets[0]?.come()
  expect(sockets[0]?.sent).toEqual(['{"subscribe":"job/1","after":-1}'])
  sockets[0]?.tell({ seq: 7, type: 'logbook' })
  sockets[0]?.tell({ seq: 9, type: 'vitals', value: true })
  sockets[0]?.drop()
  vi.advanceTimersByTime(500)
  sockets[1]?.come()
  expect(sockets[1]?.sent).toEqual(['{"subscribe":"job/1","after":7}'])
  expect(heard).toEqual([7, 9])
})

it('tells when it has lost the server and waits longer each time', () => {
  const states: boolean[] = []
  const s = stream()
  s.onState((open) => states.push(open))
  s.subscribe('job/1', () => undefined)
  sockets[0]?.drop()
  vi.advanceTimersByTime(499)
  expect(sockets).toHaveLength(1)
  vi.advanceTimersByTime(1)
  sockets[1]?.drop()
  vi.advanceTimersByTime(999)
  expect(sockets).toHaveLength(2)
  vi.advanceTimersByTime(1)
  expect(sockets).toHaveLength(3)
  expect(states).toEqual([false, false])
})

it('closes when nobody listens any more', () => {
  const s = stream()
  const stop = s.subscribe('job/1', () => undefined)
  sockets[0]?.come()
  stop()
  expect(sockets[0]?.readyState).toBe(3)
  vi.advanceTimersByTime(60_000)
  expect(sockets).toHaveLength(1)
})
