import { cleanup, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { coils } from './CoilsBoard'

const { Board } = coils

const sample = (cylinder: number, more: object = {}) => ({
  cylinder,
  restVolts: 12.5,
  earlyAmps: 11.8,
  riseMicros: 82.4,
  holdPercent: 21.8,
  heard: 'NOT_SAID',
  ...more,
})

const view = (driven: number, samples: object[], failed: number[] = []) =>
  ({
    kind: 'coils',
    stage: 'RUNNING',
    title: 'Injector circuits',
    observed: { cylinders: 4, driven, order: [1, 2, 3, 4], samples },
    judgement: {
      measured: failed.map((place) => ({ name: 'rise', place, value: 0, unit: '%', verdict: 'FAIL' })),
    },
  }) as unknown as TrialView

beforeEach(cleanup)

it('shows which injector clicks now and which were not driven yet', () => {
  renderInJob(<Board view={view(2, [sample(1)])} />)
  expect(screen.getByText('clicks now')).toBeInTheDocument()
  expect(screen.getAllByText('not yet')).toHaveLength(2)
  expect(screen.getByText('82 µs')).toBeInTheDocument()
})

it('names a faulty one by word, and leaves out what was not sampled', () => {
  renderInJob(
    <Board view={view(0, [sample(1), sample(2, { riseMicros: 'NaN', holdPercent: 'NaN' })], [2])} />,
  )
  expect(screen.getByText('fault')).toBeInTheDocument()
  expect(screen.getByText('fine')).toBeInTheDocument()
  expect(screen.queryByText('NaN')).not.toBeInTheDocument()
})

it('takes what the ear says of each', async () => {
  const act = vi.fn()
  renderInJob(<Board view={view(2, [sample(1)])} act={act} />)
  await userEvent.click(screen.getByRole('button', { name: 'Silent' }))
  expect(act).toHaveBeenCalledWith('heard 1 SILENT')
})

it('says aloud in the far view which one clicks', () => {
  expect(coils.spoken?.(view(3, []))).toBe('Injector 3 clicks')
  renderInJob(<Board view={view(3, [sample(1)], [1])} far />)
  expect(screen.getByText('fault')).toBeInTheDocument()
})
