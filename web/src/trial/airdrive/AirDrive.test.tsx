import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { airdrive } from './AirDriveBoard'

const { Board } = airdrive

const measured = (name: string, place: number, value: number, unit = '%') =>
  ({ name, place, value, unit, plusMinus: null, verdict: null }) as unknown as TrialMeasured

const ROWS = Array.from({ length: 30 }, (_, i) => ({
  at: i * 0.2,
  rpm: 1480,
  intake: 107,
  exhaust: 117 + 2 * i,
  commanded: [94, 44],
  measured: [93, 'NaN'],
}))

const PLAN = [
  { kind: 'PULL', done: 4, wanted: 4 },
  { kind: 'COAST', done: 2, wanted: 2 },
  { kind: 'BRAKE', done: 1.4, wanted: 3 },
  { kind: 'PART', done: 0, wanted: 6 },
]

const FIGURES = [
  measured('way', 1, 94),
  measured('off-low', 1, 0.2),
  measured('off-high', 1, -1),
  measured('exhaust', 1, 55, 'kPa'),
  measured('exhaust-expected', 1, 58, 'kPa'),
  measured('way', 2, 38),
  measured('path', 2, 97),
]

const view = (observed: object = {}, stage = 'RUNNING') =>
  ({
    kind: 'airdrive',
    title: 'Air path from a drive',
    stage,
    figures: { rpm: 1500 },
    moves: [
      { id: 'back-pressure', title: 'Back-pressure valve' },
      { id: 'recirculation', title: 'Recirculation valve' },
    ],
    trace: { names: [], units: [], points: [] },
    observed: { rows: ROWS, plan: PLAN, airKpa: 100, ...observed },
    judgement: { measured: FIGURES, parts: [] },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says what is driven now and how many seconds of it still count', () => {
  renderInJob(<Board view={view()} />)
  expect(screen.getByText('Engine brake 2 s more')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('Foot down')).not.toHaveAttribute('aria-current')
  expect(airdrive.spoken?.(view())).toBe('Engine brake')
})

it('puts what answered beside what a sound engine shows', () => {
  renderInJob(<Board view={view({}, 'ENDED')} />)
  expect(
    screen.getByRole('row', {
      name: /Back-pressure valve 94 % 0 % \/ −1 % Exhaust pressure rises 55 kPa, sound 58/,
    }),
  ).toBeInTheDocument()
  expect(screen.getByText('97 % of the gas of a clear path')).toBeInTheDocument()
  expect(screen.queryByText(/s more/)).toBeNull()
})

it('from four metres speed and the valve of the stage are read, and nothing that was not told', () => {
  renderInJob(<Board far view={view()} />)
  expect(screen.getByText('93 %')).toHaveClass('text-far-order')
  expect(screen.getByText(/1,?480/)).toHaveClass('text-far-order')
  cleanup()
  const part = PLAN.map((s) => (s.kind === 'PART' ? s : { ...s, done: s.wanted }))
  renderInJob(<Board far view={view({ plan: part })} />)
  expect(screen.getByText('Recirculation valve')).toBeInTheDocument()
  expect(screen.getByText('–')).toHaveClass('text-far-order')
})

it('says that nothing was driven yet', () => {
  renderInJob(<Board view={view({ rows: [] })} />)
  expect(screen.getByText('Nothing that counts was driven yet.')).toBeInTheDocument()
})
