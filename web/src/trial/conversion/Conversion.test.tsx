import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob } from '../../test-support'
import { conversion } from './ConversionBoard'
import { type DriveMoment, type PlanStage } from './seen'

const { Board } = conversion

const moment = (seconds: number, before: number | 'NaN', behind: number | 'NaN'): DriveMoment => ({
  seconds,
  before,
  behind,
  converted: before === 'NaN' || behind === 'NaN' ? 'NaN' : 100 * (1 - behind / before),
  beforeState: before === 'NaN' ? 'HEATS' : 'STABLE',
  behindState: behind === 'NaN' ? 'OFF' : 'STABLE',
  celsius: 297,
  rpm: 1275,
  kmh: 83.6,
})

const plan = (warm: boolean, steady: number, over = false): PlanStage[] => [
  { kind: 'WARM', done: warm ? 297 : 120, wanted: 245, over: warm },
  { kind: 'STEADY', done: steady, wanted: 180, over },
  { kind: 'OVERRUN', done: 0, wanted: 24, over: false },
]

const view = (stage: string, course: DriveMoment[], stages: PlanStage[], measured: object[] = []) =>
  ({
    kind: 'conversion',
    title: 'Conversion',
    stage,
    figures: { cruise: 80 },
    observed: { course, plan: stages },
    judgement: { measured },
  }) as unknown as TrialView

beforeEach(cleanup)

it('says what is to be driven now and how much of it is left', () => {
  renderInJob(<Board view={view('RUNNING', [moment(1, 'NaN', 'NaN')], plan(false, 0))} />)
  expect(screen.getByText('Warm up').closest('li')).toHaveAttribute('aria-current', 'step')
  expect(screen.getByText('120 / 245 °C')).toBeInTheDocument()
  expect(screen.getByText('heats')).toBeInTheDocument()
  expect(screen.getByText('off')).toBeInTheDocument()
  cleanup()
  renderInJob(<Board view={view('RUNNING', [moment(300, 190, 19)], plan(true, 60))} />)
  expect(screen.getByText('120 s left')).toBeInTheDocument()
  expect(screen.getByText('90 %')).toBeInTheDocument()
})

it('says that it settles where enough was driven and conversion still gets better', () => {
  renderInJob(<Board view={view('RUNNING', [moment(300, 190, 80)], plan(true, 185))} />)
  expect(screen.getByText('until it settles')).toBeInTheDocument()
})

it('is read from the seat: the order, the speed, what is converted', () => {
  const driving = view('RUNNING', [moment(300, 190, 19)], plan(true, 180, true))
  renderInJob(<Board view={driving} far />)
  expect(screen.getByText('84')).toBeInTheDocument()
  expect(screen.getByText('Conversion 90 %')).toBeInTheDocument()
  expect(conversion.headline?.(driving)).toBe('Foot off')
  expect(conversion.spoken?.(driving)).toBe('Foot off')
})

it('shows each stretch with its doubt, and a sensor that reads without anything', () => {
  const measured = [
    { name: 'conversion', place: 0, value: 55.4, unit: '%', plusMinus: 3.2, verdict: 'FAIL' },
    { name: 'before', place: 0, value: 198, unit: 'ppm' },
    { name: 'zero-behind', place: 0, value: 19.4, unit: 'ppm', low: -8, high: 8, verdict: 'FAIL' },
    { name: 'stretch', place: 1, value: 52, unit: '%', plusMinus: 3.4 },
    { name: 'stretch-celsius', place: 1, value: 288, unit: '°C' },
    { name: 'stretch-seconds', place: 1, value: 65, unit: 's' },
  ]
  renderInJob(<Board view={view('ENDED', [moment(1, 198, 88)], plan(true, 180, true), measured)} />)
  expect(screen.getByText('± 3.2 %')).toBeInTheDocument()
  expect(screen.getByText('198 ppm')).toBeInTheDocument()
  expect(screen.getByText('288 °C')).toBeInTheDocument()
  expect(screen.getByText('65 s')).toBeInTheDocument()
  expect(screen.getByText('19.4 ppm')).toHaveClass('text-grave')
  expect(screen.getByText('at most ± 8 ppm')).toBeInTheDocument()
})

it('a figure that nobody knows is a dash, not a zero', () => {
  const asleep = { ...moment(1, 'NaN', 'NaN'), celsius: 'NaN', kmh: 'NaN' } as DriveMoment
  renderInJob(<Board view={view('RUNNING', [asleep], plan(false, 0))} />)
  expect(screen.queryByText('0 ppm')).not.toBeInTheDocument()
  expect(screen.queryByText('0 %')).not.toBeInTheDocument()
  cleanup()
  renderInJob(<Board far view={view('RUNNING', [asleep], plan(false, 0))} />)
  expect(screen.getByText('Conversion –')).toBeInTheDocument()
})

it('from the seat the seconds count down, and are gone where none are counted', () => {
  renderInJob(<Board far view={view('RUNNING', [moment(300, 190, 19)], plan(true, 60))} />)
  expect(screen.getByText('120')).toBeInTheDocument()
  cleanup()
  renderInJob(<Board far view={view('RUNNING', [moment(300, 190, 19)], plan(false, 0))} />)
  expect(screen.queryByText('seconds left')).not.toBeInTheDocument()
})

it('a unit that stands is read by its engine speed', () => {
  const standing = { ...view('RUNNING', [moment(300, 190, 19)], plan(true, 60)), figures: { cruise: 0 } }
  renderInJob(<Board far view={standing} />)
  expect(screen.getByText('1,275')).toBeInTheDocument()
  expect(screen.queryByText('84')).not.toBeInTheDocument()
})

it('over, nothing is ordered any more', () => {
  const ended = view('ENDED', [moment(1, 198, 88)], plan(true, 180, true))
  expect(conversion.spoken?.(ended)).toBe('')
  expect(conversion.headline?.(ended)).toBe('Conversion')
  expect(conversion.heard?.(ended).tone).toBe('look')
  renderInJob(<Board view={ended} />)
  expect(screen.queryByText('Foot off')).not.toBeInTheDocument()
})
