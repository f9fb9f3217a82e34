import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { actuator } from './ActuatorBoard'
import { staircase } from './seen'

const { Board } = actuator

const COURSE = [95, 0, 10, 20, 30, 20, 10, 0]
const run = (more: object = {}) => ({
  id: 'throttle',
  full: 2,
  course: COURSE,
  step: 8,
  points: COURSE.flatMap((wanted, step) =>
    [0.2, 1.4].map((at) => ({ at, step, wanted, position: wanted + (step > 4 ? 8 : 0) })),
  ),
  refused: '',
  seen: 'NOT_ASKED',
  ...more,
})

const view = (observed: object, stage = 'RUNNING') =>
  ({
    kind: 'actuator',
    title: 'Single actuator, key on',
    stage,
    figures: {},
    moves: [
      { id: 'throttle', control: 'throttle', title: 'Throttle', does: '', base: 0, to: 95, seconds: {} },
      { id: 'flap', control: 'flap', title: 'Back-pressure valve', does: '', base: 0, to: 95, seconds: {} },
    ],
    trace: { names: [], units: [], points: [] },
    observed: { runs: [], now: '', begins: 0, duty: 0, walk: 15, repeats: 3, enough: false, ...observed },
    judgement: {
      measured: [
        { name: 'reached', place: 1, value: 94.8, verdict: 'PASS' },
        { name: 'returned', place: 1, value: 0.3, verdict: 'PASS' },
        { name: 'out-seconds', place: 1, value: 0.61, verdict: 'FAIL' },
      ],
    },
  }) as unknown as TrialView

beforeEach(cleanup)

it('duty, time to walk and repeats are chosen before one is moved', async () => {
  const act = vi.fn()
  renderInJob(<Board view={view({})} act={act} />)
  await userEvent.click(screen.getByRole('radio', { name: '30 s' }))
  expect(act).toHaveBeenCalledWith('walk 30')
  await userEvent.click(screen.getByRole('radio', { name: '50 %' }))
  expect(act).toHaveBeenCalledWith('duty 50')
  cleanup()
  renderInJob(<Board view={view({ runs: [run()], now: 'throttle', begins: 3 })} act={act} />)
  expect(screen.queryByRole('radio', { name: '30 s' })).toBeNull()
})

it('what each did stands in a row, and what is slow stands out', () => {
  renderInJob(<Board view={view({ runs: [run(), run({ id: 'flap', refused: 'too cold', points: [] })] })} />)
  expect(screen.getByRole('row', { name: /Throttle 95 % \/ 0 % 0.61 s/ })).toBeInTheDocument()
  expect(screen.getByText('0.61 s')).toHaveClass('text-grave')
  expect(screen.getByRole('row', { name: /Back-pressure valve refused/ })).toBeInTheDocument()
})

it('steps up and down are told apart', () => {
  expect(staircase(run() as never)).toEqual([
    { wanted: 10, up: 10, down: 18 },
    { wanted: 20, up: 20, down: 28 },
    { wanted: 30, up: 30, down: 30 },
  ])
})

it('from four metres one reads when it moves, then where it is sent and where it is', () => {
  renderInJob(<Board far view={view({ runs: [run({ step: 0 })], now: 'throttle', begins: 11.2 })} />)
  expect(screen.getByText('12')).toHaveClass('text-far-order')
  expect(actuator.heard?.(view({ runs: [run({ step: 0 })], now: 'throttle', begins: 11.2 }))).toMatchObject({
    tone: 'free',
  })
  cleanup()
  const moves = view({ runs: [run({ step: 2, points: run().points.slice(0, 6) })], now: 'throttle' })
  renderInJob(<Board far view={moves} />)
  expect(screen.getAllByText('10 %')).toHaveLength(2)
  expect(actuator.heard?.(moves).tone).toBe('held')
  expect(actuator.headline?.(moves)).toBe('Throttle')
})

it('one key answers whether it moved', () => {
  const act = vi.fn()
  const asked = {
    ...view({ runs: [run({ id: 'flap', points: [] })], now: 'flap' }),
    choices: [
      { act: 'saw MOVED', label: { text: 'It moved' } },
      { act: 'saw STOOD', label: { text: 'It stood' } },
    ],
  } as unknown as TrialView
  actuator.keys?.(asked, act)['2']?.()
  expect(act).toHaveBeenCalledWith('saw STOOD')
  expect(Object.keys(actuator.keys?.({ ...asked, choices: [] }, act) ?? {})).toHaveLength(0)
})
