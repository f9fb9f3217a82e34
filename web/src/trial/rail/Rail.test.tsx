import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { rail } from './RailBoard'
import { leastKept } from './seen'

const { Board } = rail

const measured = (name: string, place: number, value: number, verdict = 'PASS') =>
  ({ name, place, value, unit: '%', plusMinus: null, verdict }) as unknown as TrialMeasured

const view = (observed: object = {}, figures: TrialMeasured[] = [], stage = 'RUNNING', raised = 1_500) =>
  ({
    kind: 'rail',
    title: 'Rail and supply pressure',
    stage,
    figures: { raised, keeps: 75 },
    moves: [],
    trace: { names: [], units: [], points: [] },
    observed: {
      stage: 'SNAP',
      rpm: 1_204.4,
      steady: [{ rpm: 601, wanted: 44.9 }],
      snaps: [],
      snapped: 1,
      hold: [],
      last: 45,
      ...observed,
    },
    judgement: { measured: figures },
  }) as unknown as TrialView

beforeEach(cleanup)

it('shows what each speed came to, and what is out of place stands out', () => {
  renderInJob(
    <Board
      view={view({}, [
        measured('rail', 1, 44.7),
        measured('effort', 1, 143, 'FAIL'),
        measured('supply', 1, 99),
        measured('filter', 1, 15),
      ])}
    />,
  )
  expect(screen.getByRole('row', { name: /601 rpm 44.7 MPa ?44.9 143 % 99 %/ })).toBeInTheDocument()
  expect(screen.getByText('143 %')).toHaveClass('text-grave')
  expect(screen.getByText('Snaps')).toHaveAttribute('aria-current', 'step')
})

it('an engine of one speed is neither raised nor snapped', () => {
  renderInJob(<Board view={view({ stage: 'STOP' }, [], 'RUNNING', 0)} />)
  expect(screen.queryByText('Snaps')).toBeNull()
  expect(screen.getByText('Stop')).toHaveAttribute('aria-current', 'step')
})

it('from four metres the speed is read, and the pressure once it falls', () => {
  renderInJob(<Board far view={view()} />)
  expect(screen.getByText('1,204')).toHaveClass('text-far-order')
  cleanup()
  renderInJob(<Board far view={view({ stage: 'HOLD', hold: [{ at: 1, wanted: 0, rail: 43.2 }] })} />)
  expect(screen.getByText('43.2')).toHaveClass('text-far-order')
  expect(rail.spoken?.(view({ stage: 'HOLD' }))).toBe('Hold-down')
})

it('the least that is in order falls by its share a minute', () => {
  expect(leastKept(view(), 0)).toBe(45)
  expect(leastKept(view(), 60)).toBeCloseTo(45 * 0.75)
  expect(leastKept(view({ last: 'NaN' }), 60)).toBeNull()
})
