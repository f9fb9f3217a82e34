import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { filter } from './FilterBoard'

const { Board } = filter

const measured = (name: string, place: number, value: number, more: object = {}) =>
  ({ name, place, value, unit: 'kPa', plusMinus: null, verdict: null, ...more }) as unknown as TrialMeasured

const CURVE = [
  measured('size', 1, 13),
  measured('lost', 1, 0.18),
  measured('size', 2, 24),
  measured('lost', 2, 0.33),
]

const view = (observed: object, figures: TrialMeasured[] = [], stage = 'RUNNING') =>
  ({
    kind: 'filter',
    title: 'Filter condition',
    stage,
    figures: { 'clean-loss': 0.75, 'full-loss': 3.6, seconds: 20 },
    trace: { names: [], units: [], points: [] },
    observed: {
      zero: { count: 150 },
      points: [
        { wanted: 0, rpm: 702 },
        { wanted: 1_100, rpm: 1_104 },
      ],
      speeds: [0, 1_100, 1_500],
      next: 2,
      held: 7.4,
      rpm: 1_438.2,
      soot: 22,
      ...observed,
    },
    judgement: { measured: figures },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says which speed is wanted now, and begins with the zero', () => {
  renderInJob(<Board view={view({})} />)
  expect(screen.getByText('1,500 rpm')).toHaveAttribute('aria-current', 'step')
  cleanup()
  renderInJob(<Board view={view({ zero: { count: 0 }, points: [], next: 0 })} />)
  expect(screen.getByText('Zero')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('Nothing is taken yet.')).toBeInTheDocument()
})

it('shows what was lost at each speed, beside the last time', () => {
  const earlier = [{ figures: [measured('size', 1, 12), measured('lost', 1, 0.31)] }]
  renderInJob(<Board view={view({}, CURVE)} earlier={earlier as never} />)
  expect(screen.getByRole('row', { name: /Idle 0.18 kPa 0.31 kPa/ })).toBeInTheDocument()
  expect(screen.getByRole('row', { name: /1,100 rpm 0.33 kPa/ })).toBeInTheDocument()
})

it('soot by the loss stands beside that of the module, with how sure it is', () => {
  const whole = [
    measured('soot', 0, 49.2, { plusMinus: 3.1 }),
    measured('reckoned', 0, 22),
    measured('crack', 0, 14.4, { verdict: 'FAIL', plusMinus: 5 }),
  ]
  renderInJob(<Board view={view({}, [...CURVE, ...whole], 'ENDED')} />)
  expect(screen.getByText('49 %')).toBeInTheDocument()
  expect(screen.getByText('± 3 %')).toBeInTheDocument()
  expect(screen.getByText('22 %')).toBeInTheDocument()
  expect(screen.getByText('14 %')).toHaveClass('text-grave')
  expect(screen.queryByText('Zero')).toBeNull()
})

it('from four metres the wanted speed is read beside the one that it has', () => {
  renderInJob(<Board far view={view({})} />)
  expect(screen.getByText('1,500')).toHaveClass('text-far-order')
  expect(screen.getByText('1,438')).toHaveClass('text-far-order')
  cleanup()
  renderInJob(<Board far view={view({ rpm: 'NaN' })} />)
  expect(screen.getByText('–')).toBeInTheDocument()
  expect(filter.spoken?.(view({ next: 0 }))).toBe('Idle')
  expect(filter.spoken?.(view({ next: 3 }))).toBe('')
})
