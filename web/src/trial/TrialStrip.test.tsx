import { act, cleanup, renderHook, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../api/client'
import { renderInJob } from '../test-support'
import { jobStore } from '../stream/jobStore'
import { NOTHING } from '../stream/useJobStream'
import { TrialStrip, useUnwantedEnd } from './TrialStrip'

const { play } = vi.hoisted(() => ({ play: vi.fn() }))
vi.mock('../shared/sound', () => ({ play }))

const priming = (more: Partial<TrialView>): TrialView => ({
  kind: 'routine',
  test: 'priming',
  title: 'Fuel system priming',
  module: 'engine',
  moduleTitle: 'Engine',
  stage: 'RUNNING',
  ending: 'NOT_YET',
  says: { text: 'The module is told.' },
  conditions: [],
  countdownSeconds: 0,
  choices: [],
  setPoints: [],
  now: [],
  observed: {},
  trace: { names: [], units: [], points: [] },
  judgement: { verdict: 'CANNOT_TELL', says: { text: '' }, next: { text: '' }, measured: [], parts: [] },
  hazards: [],
  figures: {},
  moves: [],
  source: '',
  ...more,
})

const page = (trial: TrialView | undefined, at = '/faults', route = '/faults') =>
  renderInJob(<TrialStrip />, { at, route, live: trial ? { trial } : {} })

beforeEach(() => play.mockClear())

it('tells on every other page how far a test is and leads to it', () => {
  page(priming({ progress: { title: 'Priming', seconds: 15, leftSeconds: 45, percent: 25 } }))
  expect(screen.getByRole('status')).toHaveTextContent('Fuel system priming 25 %, 0:45 left')
  expect(screen.getByRole('link', { name: 'Go to it' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/priming?module=engine',
  )
  expect(play).not.toHaveBeenCalled()
})

it('is silent where there is no test, where it ended well, and on its own page', () => {
  page(undefined)
  expect(screen.queryByRole('status')).toBeNull()
  cleanup()
  page(priming({ stage: 'ENDED', ending: 'COMPLETE' }))
  expect(screen.queryByRole('status')).toBeNull()
  cleanup()
  page(priming({}), '/tests/run/priming?module=engine', '/tests/run/:test')
  expect(screen.queryByRole('status')).toBeNull()
})

it('an end that nobody wanted is news only where the test was seen to run, until it is seen', () => {
  const ended = priming({ stage: 'ENDED', ending: 'GUARDED' })
  const { result, rerender } = renderHook(({ trial }) => useUnwantedEnd(trial), {
    initialProps: { trial: ended },
  })
  expect(result.current[0]).toBe(false)
  rerender({ trial: priming({}) })
  expect(result.current[0]).toBe(false)
  rerender({ trial: ended })
  expect(result.current[0]).toBe(true)
  act(result.current[1])
  expect(result.current[0]).toBe(false)
})

it('an end that was wanted is no news', () => {
  const { result, rerender } = renderHook(({ trial }) => useUnwantedEnd(trial), {
    initialProps: { trial: priming({}) },
  })
  for (const ending of ['COMPLETE', 'ENDED', 'STOPPED'] as const) {
    rerender({ trial: priming({ stage: 'ENDED', ending }) })
    expect(result.current[0]).toBe(false)
  }
})

it('alarms on every page where it ends as nobody wanted', () => {
  const store = jobStore({ ...NOTHING, trial: priming({}) })
  renderInJob(<TrialStrip />, { at: '/faults', route: '/faults', store })
  act(() =>
    store.set({
      trial: priming({ stage: 'ENDED', ending: 'GUARDED', says: { text: 'The unit moved.' } }),
    }),
  )
  expect(screen.getByRole('alert')).toHaveTextContent('The unit moved.')
  expect(play).toHaveBeenCalledWith('alarm')
})
