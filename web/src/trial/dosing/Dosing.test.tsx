import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { EarlierRun, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { dosing } from './DosingBoard'
import { type DosingPoint, stretches } from './seen'

const { Board } = dosing

const point = (seconds: number, stage: DosingPoint['stage'], kpa: number | 'NaN' = 900): DosingPoint => ({
  seconds,
  kpa,
  effort: 13.3,
  duty: 0,
  stage,
})

const view = (stage: string, points: DosingPoint[]) =>
  ({
    kind: 'dosing',
    title: 'Dosing circuit',
    stage,
    observed: { points, answered: stage === 'ENDED' },
    judgement: {
      measured: [
        { name: 'leak', place: 0, value: 30, unit: 'kPa', plusMinus: 0.9, high: 20, verdict: 'FAIL' },
        { name: 'delivery', place: 0, value: 97.7, unit: '%', low: 80, verdict: 'PASS' },
        { name: 'little', place: 0, value: 99.2, unit: '%', low: 85, high: 118, verdict: 'PASS' },
      ],
    },
  }) as unknown as TrialView

beforeEach(cleanup)

it('marks the stage that the module is in', () => {
  renderInJob(<Board view={view('RUNNING', [point(0, 'FILL'), point(20, 'HOLD')])} />)
  expect(screen.getByText('Hold')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('Fill')).not.toHaveAttribute('aria-current')
})

it('shows what was measured with its doubt, its limit and what it was before', () => {
  const before: EarlierRun = {
    id: 1,
    job: 1,
    endedAt: '2026-11-01T08:00:00Z',
    hours: 1,
    verdict: 'FAIL',
    figures: [{ name: 'leak', place: 0, value: 90, unit: 'kPa' }],
  }
  renderInJob(<Board view={view('ENDED', [point(0, 'FILL')])} earlier={[before]} />)
  expect(screen.getByText('0.30 bar')).toHaveClass('text-grave')
  expect(screen.getByText('± 0.01 bar')).toBeInTheDocument()
  expect(screen.getByText('at most 0.20 bar')).toBeInTheDocument()
  expect(screen.getByText('before: 0.90 bar')).toBeInTheDocument()
  expect(screen.getByText('at least 80 %')).toBeInTheDocument()
  expect(screen.getByText('85 % to 118 %')).toBeInTheDocument()
})

it('is read from afar: the stage and the pressure, a dash where none is told', () => {
  renderInJob(<Board view={view('RUNNING', [point(0, 'REST', 897)])} far />)
  expect(screen.getByText('9.0')).toBeInTheDocument()
  cleanup()
  renderInJob(<Board view={view('RUNNING', [point(0, 'REST', 'NaN')])} far />)
  expect(screen.getByText('–')).toBeInTheDocument()
  expect(dosing.spoken?.(view('RUNNING', [point(0, 'REST')]))).toBe('Rest')
  expect(dosing.headline?.(view('ENDED', [point(0, 'NONE')]))).toBe('Dosing circuit')
})

it('knows the stretches of each stage', () => {
  const points = [point(0, 'NONE'), point(3, 'FILL'), point(19, 'FILL'), point(20, 'HOLD')]
  expect(stretches(points)).toEqual([
    { stage: 'NONE', from: 0, to: 3 },
    { stage: 'FILL', from: 3, to: 20 },
    { stage: 'HOLD', from: 20, to: 20 },
  ])
})
