import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { EarlierRun, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { balance } from './BalanceBoard'

const { Board } = balance

const view = {
  kind: 'balance',
  stage: 'ENDED',
  figures: { 'weak-below': 95 },
  observed: { corrections: [[], [], [], []] },
  judgement: {
    measured: [
      { name: 'correction', place: 3, value: 9.36, unit: '%' },
      { name: 'strength', place: 3, value: 90.2, unit: '%', plusMinus: 1.2, low: 95, verdict: 'FAIL' },
      { name: 'misses', place: 3, value: 31.2, unit: '1' },
      { name: 'correction', place: 1, value: -2.14, unit: '%' },
      { name: 'misses', place: 1, value: 0, unit: '1' },
    ],
  },
} as unknown as TrialView

const visit = (id: number, hours: number, correction: number): EarlierRun => ({
  id,
  job: 1,
  endedAt: '2026-11-01T08:00:00Z',
  hours,
  verdict: 'FAIL',
  figures: [
    { name: 'correction', place: 3, value: correction, unit: '%' },
    { name: 'coolant', place: 0, value: 84, unit: '°C' },
  ],
})

beforeEach(cleanup)

it('shows what each cylinder gets with its sign, which is weak and what it missed', () => {
  renderInJob(<Board view={view} />)
  expect(screen.getByText('+9.4')).toBeInTheDocument()
  expect(screen.getByText('−2.1')).toBeInTheDocument()
  expect(screen.getByText('weak')).toBeInTheDocument()
  expect(screen.getByText('misses 31 of 1,000')).toBeInTheDocument()
  expect(screen.queryByText('misses 0 of 1,000')).not.toBeInTheDocument()
})

it('shows the trend over the visits by engine hours, with how warm it was', () => {
  renderInJob(<Board view={view} earlier={[visit(2, 1204.6, 9.4), visit(1, 1100.2, 4.1)]} />)
  expect(screen.getByText('1204.6 h')).toBeInTheDocument()
  expect(screen.getByText('+4.1')).toBeInTheDocument()
  expect(screen.getAllByText('84 °C')).toHaveLength(2)
})
