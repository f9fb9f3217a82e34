import { cleanup, fireEvent, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { quantity } from './QuantityBoard'
import { caught } from './seen'

const { Board } = quantity

const view = (stage: string, seen: object, measured: object[] = []) =>
  ({
    kind: 'quantity',
    stage,
    observed: {
      asked: 66,
      seconds: 60,
      pressure: { count: 300, mean: 900 },
      done: true,
      answered: false,
      caught: 'NaN',
      ...seen,
    },
    judgement: { measured },
  }) as unknown as TrialView

beforeEach(cleanup)

it('takes what a scale or a measuring glass shows', () => {
  expect(caught(' 63,5 ', 'GRAM')).toBe('caught 63.5 GRAM')
  expect(caught('60', 'MILLILITRE')).toBe('caught 60 MILLILITRE')
  expect(caught('about 60', 'GRAM')).toBeUndefined()
  expect(caught('950', 'GRAM')).toBeUndefined()
  expect(caught('-3', 'GRAM')).toBeUndefined()
})

it('asks for it once it was dosed, in grams or millilitres', () => {
  const act = vi.fn()
  renderInJob(<Board view={view('RUNNING', {})} act={act} />)
  const field = screen.getByLabelText('In the beaker')
  fireEvent.change(field, { target: { value: 'x' } })
  expect(screen.getByRole('alert')).toHaveTextContent('up to 900')
  fireEvent.change(field, { target: { value: '58' } })
  fireEvent.change(screen.getByLabelText('Weighed or measured'), { target: { value: 'MILLILITRE' } })
  fireEvent.click(screen.getByText('Enter it'))
  expect(act).toHaveBeenCalledWith('caught 58 MILLILITRE')
})

it('asks nothing before it was dosed, and nothing more once it was answered', () => {
  renderInJob(<Board view={view('RUNNING', { done: false, asked: 20 })} act={vi.fn()} />)
  expect(screen.queryByLabelText('In the beaker')).not.toBeInTheDocument()
  cleanup()
  const measured = [{ name: 'deviation', place: 0, value: -18.4, unit: '%', plusMinus: 1.2, verdict: 'FAIL' }]
  renderInJob(<Board view={view('ENDED', { answered: true, caught: 53.9 }, measured)} act={vi.fn()} />)
  expect(screen.getByText('−18 %')).toHaveClass('text-grave')
  expect(screen.getByText('53.9 g')).toBeInTheDocument()
  expect(screen.getByText('at 9.0 bar')).toBeInTheDocument()
  expect(screen.queryByLabelText('In the beaker')).not.toBeInTheDocument()
})
