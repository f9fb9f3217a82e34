import { act, render, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import { JobContext, useLive } from '../job/jobContext'
import { JOB } from '../test-support'
import { jobStore } from './jobStore'
import type { Vitals } from './types'

const vitals = (framesPerSecond: number) => ({ framesPerSecond }) as Vitals

it('a tick of the vital values draws only what shows them', () => {
  const drawn = { rate: 0, seat: 0 }
  function Rate() {
    drawn.rate++
    return <p>{useLive('vitals')?.framesPerSecond ?? 'none'} frames</p>
  }
  function SeatOf() {
    drawn.seat++
    return <p>{useLive('seat')?.holder ?? 'nobody'}</p>
  }
  const store = jobStore()
  render(
    <JobContext
      value={{ job: JOB, store, roll: undefined, faults: undefined, story: undefined, whyNode: null }}
    >
      <Rate />
      <SeatOf />
    </JobContext>,
  )
  const before = drawn.seat
  for (let i = 1; i <= 20; i++) act(() => store.set({ vitals: vitals(i) }))
  expect(screen.getByText('20 frames')).toBeInTheDocument()
  expect(drawn.rate).toBeGreaterThan(20)
  expect(drawn.seat).toBe(before)
  act(() => store.set({ seat: { holder: 'Technician 1', askedAt: '2026-11-23T10:00:00Z' } }))
  expect(screen.getByText('Technician 1')).toBeInTheDocument()
})

it('tells nobody after he has left', () => {
  const store = jobStore()
  let told = 0
  const leave = store.subscribe(() => told++)
  store.set({ connected: false })
  leave()
  store.set({ connected: true })
  expect(told).toBe(1)
  expect(store.get().connected).toBe(true)
})
