import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { cooler } from './CoolerBoard'

const { Board } = cooler

const view = (measured: object[], gas: (number | string)[], stage = 'RUNNING') =>
  ({
    kind: 'cooler',
    title: 'Exhaust cooler',
    stage,
    figures: {},
    moves: [],
    trace: { names: [], units: [], points: [] },
    observed: { steady: false, seconds: 20, gas, complete: false },
    judgement: { measured },
  }) as unknown as TrialView

beforeEach(cleanup)

it('shows gas and heat of a clear cooler, and what is too little stands out', () => {
  const all = [
    { name: 'flow', place: 0, value: 98, unit: '%', verdict: 'PASS' },
    { name: 'passes', place: 0, value: 58.3, unit: '%', verdict: 'FAIL' },
    { name: 'behind', place: 0, value: 121, unit: '°C', verdict: null },
    { name: 'clear', place: 0, value: 100, unit: '°C', verdict: null },
  ]
  renderInJob(<Board view={view(all, [90, 101, 118], 'ENDED')} />)
  expect(screen.getByText('58 %')).toHaveClass('text-grave')
  expect(screen.getByText('98 %')).not.toHaveClass('text-grave')
  expect(screen.getByText('121 °C')).toBeInTheDocument()
})

it('before anything is measured it says so, and far away only the gas is read', () => {
  renderInJob(<Board view={view([], [90, 'NaN'])} />)
  expect(screen.getByText('Nothing was measured yet.')).toBeInTheDocument()
  cleanup()
  renderInJob(<Board far view={view([], [90, 97.6])} />)
  expect(screen.getByText('98')).toHaveClass('text-far-order')
  cleanup()
  renderInJob(<Board far view={view([], ['NaN'])} />)
  expect(screen.queryByText('NaN')).toBeNull()
})
