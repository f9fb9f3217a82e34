import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { contribution } from './ContributionBoard'

const { Board } = contribution

const measured = (name: string, place: number, value: number, more: Partial<TrialMeasured> = {}) => ({
  name,
  place,
  value,
  unit: name === 'speed-lost' ? 'rpm' : '%',
  ...more,
})

const view = (off: number, all: TrialMeasured[], stage: TrialView['stage'] = 'RUNNING') =>
  ({
    kind: 'contribution',
    stage,
    title: 'Automatic cylinder cutout',
    observed: { cylinders: 4, planned: 8, off, cuts: [{ cylinder: 1 }, { cylinder: 2 }] },
    trace: { names: ['Engine speed', 'Injected quantity'], units: [], points: [] },
    figures: { 'weak-below': 95 },
    judgement: { measured: all },
  }) as unknown as TrialView

beforeEach(cleanup)

it('shows which cylinder is off and how many cuts are done', () => {
  renderInJob(<Board view={view(3, [])} />)
  expect(screen.getByText('off')).toBeInTheDocument()
  expect(screen.getByText('2 of 8 cuts')).toBeInTheDocument()
  expect(contribution.headline?.(view(3, []))).toBe('Cylinder 3 off')
  expect(contribution.headline?.(view(0, []))).toBe('All fire')
})

it('says that a hidden cylinder is weak, works like the others and gets more', () => {
  renderInJob(
    <Board
      view={view(
        0,
        [
          measured('strength', 2, 90.4, { verdict: 'FAIL', plusMinus: 1.5, low: 95 }),
          measured('work', 2, 99.6),
          measured('correction', 2, 9.4),
          measured('correction', 1, -2.84),
          measured('speed-lost', 2, 21.6),
        ],
        'ENDED',
      )}
    />,
  )
  expect(screen.getByText('weak')).toBeInTheDocument()
  expect(screen.getByText('works 100 %')).toBeInTheDocument()
  expect(screen.getByText('gets +9.4 %')).toBeInTheDocument()
  expect(screen.getByText('gets −2.8 %')).toBeInTheDocument()
  expect(screen.getByText('22 rpm lost')).toBeInTheDocument()
})

it('shows what each made before the repair', () => {
  renderInJob(
    <Board
      view={view(0, [measured('strength', 1, 100, { verdict: 'PASS' })], 'ENDED')}
      earlier={[
        {
          id: 1,
          job: 1,
          endedAt: '2026-11-01T08:00:00Z',
          verdict: 'FAIL',
          figures: [{ name: 'strength', place: 1, value: 88, unit: '%', verdict: 'FAIL' }],
        },
      ]}
    />,
  )
  expect(screen.getByText('before: 88 %')).toBeInTheDocument()
})

it('tells beside the figures what noise alone would make', () => {
  const whys = contribution.why?.(view(0, [measured('noise', 0, 1.52)])) ?? []
  expect(whys.map((w) => w.text).join(' ')).toContain('1.5 %')
})
