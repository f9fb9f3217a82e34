import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialMeasured, TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { airpath } from './AirPathBoard'
import { wayOf } from './seen'

const { Board } = airpath

const measured = (name: string, place: number, value: number, more: object = {}) =>
  ({ name, place, value, unit: 'kPa', plusMinus: null, verdict: null, ...more }) as unknown as TrialMeasured

const move = (id: string, title: string, does: string, more: object = {}) => ({
  id,
  control: id,
  title,
  does,
  base: 0,
  to: 85,
  seconds: { intake: 1, exhaust: 1 },
  ...more,
})

const POINTS = Array.from({ length: 40 }, (_, i) => {
  const at = i * 0.5
  const out = at >= 3 && at < 10
  return {
    at,
    stage: at < 3 ? 'STEADY' : out ? 'OUT' : 'BACK',
    move: at < 3 ? -1 : 0,
    intake: 125 - (out ? 33 : 0),
    exhaust: 151,
    positions: at < 3 ? [] : [out ? 85 : 0],
  }
})

const FIGURES = [
  measured('position', 1, 84.6, { unit: '%', verdict: 'PASS' }),
  measured('intake', 1, -33.1),
  measured('intake-expected', 1, -30.2),
  measured('exhaust', 1, -0.4),
  measured('exhaust-expected', 1, -18),
  measured('position', 2, 12, { unit: '%', verdict: 'FAIL' }),
  measured('intake', 2, 0.2),
  measured('intake-expected', 2, -12),
  measured('head', 0, 95.4, { unit: '%', verdict: 'FAIL' }),
]

const view = (observed: object = {}, stage = 'RUNNING', figures = FIGURES) =>
  ({
    kind: 'airpath',
    title: 'Air path',
    stage,
    figures: { rpm: 1500 },
    moves: [
      move('speed', 'Engine speed', ''),
      move('throttle', 'Throttle', 'shut to 85 %'),
      move('recirculation', 'Recirculation valve', 'opened to 90 %'),
    ],
    trace: { names: [], units: [], points: [] },
    observed: { points: POINTS, refused: [], stage: 'OUT', move: 0, complete: false, ...observed },
    judgement: { measured: figures, parts: [] },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says which actuator is moved now, and what comes before the first', () => {
  renderInJob(<Board view={view()} />)
  expect(screen.getAllByText('Throttle')[0]).toHaveAttribute('aria-current', 'step')
  cleanup()
  renderInJob(<Board view={view({ stage: 'ZERO', points: [] }, 'RUNNING', [])} />)
  expect(screen.getByText('Zero')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('No actuator was moved yet.')).toBeInTheDocument()
})

it('puts what answered beside what a sound engine shows, and marks what does not move', () => {
  renderInJob(<Board view={view({ complete: true }, 'ENDED')} />)
  expect(
    screen.getByRole('row', { name: /Throttle, shut to 85 % 85 % -33 ?kPa, sound -30/ }),
  ).toBeInTheDocument()
  expect(screen.getByText('12 %')).toHaveClass('text-grave')
  expect(screen.getByText('95 %')).toHaveClass('text-grave')
})

it('draws the answer from where it stood, and the sound engine out and back', () => {
  const way = wayOf(view(), 0)
  const at = (seconds: number) => way?.seconds.findIndex((s) => s >= seconds) ?? -1
  expect(way?.intake[at(5)]).toBeCloseTo(-33)
  expect(way?.intake[at(9)]).toBeCloseTo(0)
  expect(way?.intakeSound[at(5)]).toBeCloseTo(-30.2 * (1 - Math.exp(-5)), 1)
  expect(way?.intakeSound[at(9)]).toBeGreaterThan(-6)
  expect(way?.exhaust[at(5)]).toBeCloseTo(0)
  expect(wayOf(view(), 1)).toBeUndefined()
})

it('from four metres the position and the change of the charge are read', () => {
  renderInJob(<Board far view={view({ points: POINTS.slice(0, 18) })} />)
  expect(screen.getByText('85 %')).toHaveClass('text-far-order')
  expect(screen.getByText('-33')).toHaveClass('text-far-order')
  expect(airpath.spoken?.(view())).toBe('Throttle, shut to 85 %')
  expect(airpath.headline?.(view({ stage: 'STEADY' }))).toBe('Air path')
})
