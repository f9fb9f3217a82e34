import { expect, it } from 'vitest'
import type { WatchChannel } from './types'
import { figure, inOrder, WatchStore } from './watchStore'
import { bridged, columnsOf, converted, withEarlier } from './windows'
import { clock } from './words'

const speed: WatchChannel = {
  id: 'engine/190',
  name: 'Engine speed',
  spn: 190,
  module: 'engine',
  moduleTitle: 'Engine',
  side: '',
  source: 'BROADCAST',
  group: 61444,
  unit: 'rpm',
  decimals: 1,
  factor: 0.125,
  offset: 0,
  words: {},
  sets: ['vital'],
  most: 8031.875,
}

function filled(): WatchStore {
  const store = new WatchStore()
  store.take('channels', { version: 3, channels: [speed], titles: {} })
  for (let i = 0; i < 50; i++) {
    store.take('now', { version: 3, seconds: 100 + i * 0.05, raws: [4800 + i], states: 'V' })
  }
  return store
}

it('values of another list of channels are not taken for these', () => {
  const store = filled()
  store.take('now', { version: 2, seconds: 200, raws: [1], states: 'V' })
  expect(store.reading('engine/190')).toEqual({ raw: 4849, state: 'V' })
  expect(store.reading('engine/999')).toBeUndefined()
})

it('tells the one who looks at a value only of new ones', () => {
  const store = filled()
  let told = 0
  const stop = store.onNow(() => told++)
  store.take('now', { version: 3, seconds: 103, raws: [5000], states: 'E' })
  stop()
  store.take('now', { version: 3, seconds: 103.05, raws: [5001], states: 'V' })
  expect(told).toBe(1)
})

it('a trace goes back as far as was wanted, and states are breaks in it', () => {
  const store = filled()
  store.take('now', { version: 3, seconds: 102.5, raws: [0xffff], states: 'N' })
  const [times, values] = store.trace(['engine/190'], 1)
  expect(times[0]).toBeGreaterThanOrEqual(-1)
  expect(times[times.length - 1]).toBe(0)
  expect(values?.[values.length - 1]).toBeNull()
  expect(values?.[0]).toBeCloseTo(600, -1)
})

it('a count in the upper band is no figure', () => {
  expect(figure(speed, 4800)).toBe(600)
  expect(figure(speed, 0xfe00)).toBeNull()
})

it('columns become two lines, turned where the scale falls', () => {
  const w = { channel: 'a', from: 10, width: 2, least: [1, null], greatest: [3, null] }
  const [x, low, high] = columnsOf(w, { factor: -1, offset: 0 })
  expect(x).toEqual([11, 13])
  expect(low?.[0]).toBe(-3)
  expect(high?.[0]).toBe(-1)
  expect(converted([[0], [2, null]], { factor: 10, offset: 1 })[1]).toEqual([21, null])
  expect(columnsOf(undefined, speed)).toEqual([[], [], []])
})

it('a slow value is drawn on to its next one, a break stays a break', () => {
  expect(bridged([1, null, null, 2])).toEqual([1, 1, 1, 2])
  const gap = bridged([1, ...Array.from({ length: 40 }, () => null), 2, 3, 4, 5, 6, 7, 8, 9, 10, 11])
  expect(gap[20]).toBeNull()
})

it('stretches of time are read as minutes and seconds', () => {
  expect(clock(83)).toBe('1:23')
  expect(clock(28_800)).toBe('8:00:00')
})

it('the vital few that tell a value are listed first, what tells none last, and what once told stays', () => {
  const of = (id: string, sets: string[]) => ({ ...speed, id, sets })
  const all = [of('a', []), of('b', ['fuel']), of('c', ['vital']), of('d', ['vital'])]
  const store = new WatchStore()
  const tell = (states: string) => {
    store.take('now', { version: 1, seconds: 1, raws: [0, 0, 0, 0], states })
    store.take('since', {
      version: 1,
      engines: {},
      min: [],
      max: [],
      mean: [],
      ageMs: [],
      periodMs: [],
      normal: [],
    })
  }
  const order = () => inOrder(all, store.told).map((c) => c.id)
  store.take('channels', { version: 1, channels: all, titles: {} })
  expect(order()).toEqual(['a', 'b', 'c', 'd'])
  tell('NVVN')
  expect(order()).toEqual(['c', 'b', 'a', 'd'])
  tell('NNNN')
  expect(order()).toEqual(['c', 'b', 'a', 'd'])
})

it('what was told before the page looked stands before what it saw, with its extremes', () => {
  const earlier = { channel: 'a', from: -8, width: 2, least: [1, null, 3, 4], greatest: [5, null, 3, 9] }
  const live: [number[], (number | null)[]] = [
    [-2, -1],
    [70, null],
  ]
  const one = { factor: 10, offset: 1 }
  expect(withEarlier(live, earlier, 1, 30, one)).toEqual([
    [-8.5, -7.5, -4.5, -3.5, -2, -1],
    [11, 51, 31, 31, 70, null],
  ])
  expect(withEarlier(live, earlier, 1, 5, one)[0]).toEqual([-4.5, -3.5, -2, -1])
  expect(withEarlier(live, undefined, 0, 30, one)).toBe(live)
})

it('a page that has looked for longer than is shown needs nothing from before', () => {
  const live: [number[], (number | null)[]] = [
    [-10, 0],
    [1, 2],
  ]
  const earlier = { channel: 'a', from: -300, width: 1, least: [1], greatest: [1] }
  expect(withEarlier(live, earlier, 0, 10, { factor: 1, offset: 0 })).toBe(live)
})
