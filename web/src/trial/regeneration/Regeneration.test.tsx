import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { regeneration } from './RegenerationBoard'
import type { BurnRow } from './seen'

const { Board } = regeneration

const row = (seconds: number, stage: string, more: object = {}) =>
  ({
    seconds,
    stage,
    inC: 318,
    outC: 530,
    behindC: 540,
    doserKpa: 205,
    sootPercent: 38,
    filterKpa: 2.1,
    ...more,
  }) as unknown as BurnRow

const view = (observed: object, stage = 'RUNNING') =>
  ({
    kind: 'regeneration',
    title: 'Forced regeneration',
    stage,
    figures: { blocked: 276, 'in-low': 290, 'in-high': 345, 'out-low': 480, 'out-high': 560 },
    trace: { names: [], units: [], points: [] },
    observed: {
      rows: [row(0, 'WARM_UP', { sootPercent: 76 }), row(1_200, 'BURN')],
      stage: 'BURN',
      left: null,
      hindered: { text: '' },
      done: false,
      ...observed,
    },
    judgement: { measured: [] },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says where it is, what soot is left and what it was', () => {
  renderInJob(<Board view={view({})} />)
  expect(screen.getByText('Burn')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('38 %')).toBeInTheDocument()
  expect(screen.getByText('was 76 %')).toBeInTheDocument()
  expect(screen.getByText('once it burns')).toBeInTheDocument()
  expect(screen.getByText('205 kPa')).toBeInTheDocument()
  expect(screen.getByText(/blocked from 276 kPa on/)).toBeInTheDocument()
  expect(screen.getByText(/Catalyst out: 480 to 560/)).toBeInTheDocument()
})

it('tells the time left with how sure it is', () => {
  renderInJob(<Board view={view({ left: { seconds: 780, least: 660, most: 960 } })} />)
  expect(screen.getByText('13 min')).toBeInTheDocument()
  expect(screen.getByText('11 to 16 min')).toBeInTheDocument()
})

it('what hinders it is said at once, and no more when it is over', () => {
  const hindered = { text: 'The catalyst does not get hot.' }
  renderInJob(<Board view={view({ hindered })} />)
  expect(screen.getByRole('alert')).toHaveTextContent('The catalyst does not get hot.')
  cleanup()
  renderInJob(<Board view={view({ hindered }, 'ENDED')} />)
  expect(screen.queryByRole('alert')).toBeNull()
  expect(screen.queryByText('Burn')).toBeNull()
})

it('what was not told is no figure', () => {
  renderInJob(
    <Board
      view={view({ rows: [row(2, 'WARM_UP', { sootPercent: 'NaN', doserKpa: 'NaN', filterKpa: null })] })}
    />,
  )
  expect(screen.getAllByText('–')).toHaveLength(4)
})

it('from four metres soot and time left are read', () => {
  renderInJob(<Board far view={view({ left: { seconds: 780, least: 660, most: 960 } })} />)
  expect(screen.getByText('38 %')).toHaveClass('text-far-order')
  expect(screen.getByText('13')).toHaveClass('text-far-order')
  expect(regeneration.headline?.(view({}))).toBe('Burn')
  expect(regeneration.headline?.(view({}, 'ENDED'))).toBe('Forced regeneration')
  expect(regeneration.spoken?.(view({ stage: 'COOL_DOWN' }))).toBe('Cool-down')
})
