import { cleanup, fireEvent, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { fluid } from './FluidBoard'
import { reading } from './seen'

const { Board } = fluid

const view = (stage: string, answered: boolean, refractometer: number | 'NaN') =>
  ({
    kind: 'fluid',
    stage,
    observed: {
      quality: { count: 20, mean: 32.38 },
      tankC: 15,
      level: 56.2,
      answered,
      refractometer,
    },
    judgement: { measured: [] },
  }) as unknown as TrialView

beforeEach(cleanup)

it('takes what the refractometer reads in percent or as an index, with comma or point', () => {
  expect(reading(' 32,5 ')).toBe('refractometer 32.5 PERCENT')
  expect(reading('1.3828')).toBe('refractometer 1.3828 INDEX')
  expect(reading('75')).toBeUndefined()
  expect(reading('about 30')).toBeUndefined()
  expect(reading('')).toBeUndefined()
})

it('sends what was entered and says where a figure lies on no scale', () => {
  const act = vi.fn()
  renderInJob(<Board view={view('RUNNING', false, 'NaN')} act={act} />)
  const field = screen.getByLabelText('It reads')
  fireEvent.change(field, { target: { value: '99' } })
  expect(screen.getByRole('alert')).toHaveTextContent('ends at 60')
  expect(screen.getByText('Enter it')).toBeDisabled()
  fireEvent.change(field, { target: { value: '1.3750' } })
  expect(screen.getByText('refractive index')).toBeInTheDocument()
  fireEvent.click(screen.getByText('Enter it'))
  expect(act).toHaveBeenCalledWith('refractometer 1.3750 INDEX')
})

it('shows both side by side and asks no more once it was answered', () => {
  renderInJob(<Board view={view('ENDED', true, 29.5)} act={vi.fn()} />)
  expect(screen.getByText('29.5 %')).toBeInTheDocument()
  expect(screen.getByText('32.4 %')).toBeInTheDocument()
  expect(screen.getByText('56 %')).toBeInTheDocument()
  expect(screen.queryByLabelText('It reads')).not.toBeInTheDocument()
})
