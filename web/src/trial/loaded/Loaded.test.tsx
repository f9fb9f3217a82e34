import { cleanup, fireEvent, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { loaded } from './LoadedBoard'

const { Board } = loaded

const measured = (name: string, place: number, value: number, more: Partial<TrialMeasured> = {}) => ({
  name,
  place,
  value,
  unit: name === 'crankcase' ? 'kPa' : name === 'cures' ? '%' : 's',
  ...more,
})

const view = (
  seen: Partial<{ byLoad: boolean; next: number; off: number; pulling: boolean; done: number[] }>,
  all: TrialMeasured[] = [],
  stage: TrialView['stage'] = 'RUNNING',
) =>
  ({
    kind: 'loaded',
    stage,
    title: 'Cutout under load',
    observed: { cylinders: 4, byLoad: false, next: 0, off: 0, pulling: false, done: [], ...seen },
    trace: { names: ['Engine speed', 'Crankcase pressure'], units: [], points: [] },
    figures: { normal: 2.5 },
    judgement: { measured: all },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says which cylinder is off next, and to hold while it pulls', () => {
  expect(loaded.spoken?.(view({ next: 3 }))).toBe('Cylinder 3 off. Pull now.')
  expect(loaded.spoken?.(view({ next: 3, byLoad: true }))).toBe('Cylinder 3 off. Load on.')
  expect(loaded.spoken?.(view({ next: 0 }))).toBe('All fire. Pull now.')
  expect(loaded.spoken?.(view({ next: 3, pulling: true }))).toBe('Hold it')
  expect(loaded.headline?.(view({ next: 3, done: [0, 1, 2] }))).toBe('3 of 6 pulls')
  expect(loaded.spoken?.(view({ next: -1 }))).toBe('Done')
  renderInJob(<Board view={view({ next: 2, done: [0, 1] })} />)
  expect(screen.getByRole('status')).toHaveTextContent('Pull nowCylinder 2 off2 of 6 pulls')
})

it('shows the pressure with each cylinder off and which one cures it', () => {
  renderInJob(
    <Board
      view={view(
        { next: -1, done: [0, 1, 2] },
        [
          measured('crankcase', 0, 3.42),
          measured('crankcase', 1, 3.31),
          measured('cures', 1, -1.2, { verdict: 'PASS', plusMinus: 3.4 }),
          measured('crankcase', 2, 0.91),
          measured('cures', 2, 71, { verdict: 'FAIL', plusMinus: 3.4 }),
        ],
        'ENDED',
      )}
    />,
  )
  expect(screen.getByText('3.42 kPa')).toBeInTheDocument()
  expect(screen.getByText('cures it')).toBeInTheDocument()
  expect(screen.getByText('changes by +1 ± 3 %')).toBeInTheDocument()
})

it('shows with which cylinder off it runs evenly', () => {
  renderInJob(
    <Board
      view={view(
        { next: -1, done: [0, 1, 2] },
        [
          measured('uneven', 0, 18.4, { unit: '%', verdict: 'FAIL' }),
          measured('uneven', 1, 21, { unit: '%', verdict: 'PASS' }),
          measured('uneven', 2, 0, { unit: '%', verdict: 'FAIL' }),
        ],
        'ENDED',
      )}
    />,
  )
  expect(screen.getByText('18 % of cycles uneven')).toBeInTheDocument()
  expect(screen.getByText('21 % of cycles uneven')).toBeInTheDocument()
  expect(screen.getByText('runs evenly: cures it')).toBeInTheDocument()
})

it('says what was left out and why, and pulls it again', () => {
  const act = vi.fn()
  renderInJob(
    <Board
      view={view({ next: 4, done: [0, 1] }, [measured('left-out-why-gear-changed', 3, 72.4)])}
      act={act}
    />,
  )
  expect(screen.getByText('A gear was changed in it')).toBeInTheDocument()
  expect(screen.getByText('at 72 s')).toBeInTheDocument()
  const buttons = screen.getAllByRole('button', { name: 'Pull again' })
  fireEvent.click(buttons[buttons.length - 1]!)
  expect(act).toHaveBeenCalledWith('again 3')
  fireEvent.click(screen.getByRole('button', { name: 'Pass over' }))
  expect(act).toHaveBeenCalledWith('skip')
})

it('offers nothing while it pulls', () => {
  renderInJob(<Board view={view({ next: 3, pulling: true, off: 3, done: [0] })} act={vi.fn()} />)
  expect(screen.queryByRole('button')).toBeNull()
})
