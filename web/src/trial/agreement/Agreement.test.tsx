import { screen, within } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../../api/client'
import { renderInJob, stubServer } from '../../test-support'
import { TrialPage } from '../TrialPage'
import { sheetOf, ticks } from './sheet'

type Verdict = TrialView['judgement']['verdict']

const alike = (spn: number, value: number, verdict: Verdict = 'PASS') => ({
  name: 'Temperatures',
  place: spn,
  value,
  unit: '°C',
  plusMinus: 2.5,
  low: 16,
  high: 18,
  verdict,
})

const part = (id: string, title: string, verdict: Verdict = 'PASS', says = 'as the rest') => ({
  id,
  title,
  verdict,
  says: { text: says },
  next: { text: '' },
})

const view: TrialView = {
  kind: 'agreement',
  test: 'agreement',
  title: 'Agreement of sensors, cold',
  module: 'engine',
  moduleTitle: 'Engine',
  stage: 'ENDED',
  ending: 'COMPLETE',
  says: { text: 'Every sensor was read.' },
  conditions: [],
  countdownSeconds: 0,
  choices: [],
  setPoints: [],
  now: [],
  observed: {},
  trace: { names: [], units: [], points: [] },
  judgement: {
    verdict: 'FAIL',
    says: { text: 'Intake temperature sensor: 7.6 K above the rest.' },
    next: { text: 'The sensor or its own wire.' },
    measured: [
      alike(105, 24.6, 'FAIL'),
      alike(110, 17),
      alike(175, 17.4),
      alike(171, 16.8),
      { ...alike(108, 99.6), name: 'Pressures of the air', unit: 'kPa' },
      { ...alike(102, 99.9), name: 'Pressures of the air', unit: 'kPa' },
      { name: 'Oil pressure', place: 100, value: 2, unit: 'kPa', high: 15, verdict: 'PASS' },
      {
        name: 'Crankcase pressure',
        place: 101,
        value: 1.4,
        unit: 'kPa',
        low: -0.6,
        high: 0.6,
        verdict: 'FAIL',
      },
    ],
    parts: [
      part('105', 'Intake temperature', 'FAIL', '7.6 K above the rest'),
      part('110', 'Coolant temperature'),
      part('175', 'Oil temperature'),
      part('100', 'Oil pressure', 'PASS', 'as it must'),
      part('101', 'Crankcase pressure', 'FAIL', '1.4 kPa, more than 0.6 kPa. No cylinder works.'),
    ],
  },
  hazards: [],
  figures: {},
  moves: [],
  source: 'none',
}

afterEach(() => vi.unstubAllGlobals())

it('draws what must be alike on one axis with what disagrees last, and the bands beside it', () => {
  const { strips, bands } = sheetOf(view)
  expect(strips).toHaveLength(1)
  expect(strips[0]?.rows.map((r) => r.spn)).toEqual([110, 175, 171, 105])
  expect(strips[0]?.band).toEqual([16, 18])
  const [from, to] = strips[0]?.axis ?? [0, 0]
  expect(from).toBeLessThan(14.5)
  expect(to).toBeGreaterThan(27.1)
  expect(bands.map((b) => b.spn)).toEqual([108, 102, 100, 101])
})

it('leaves out what told no number, and draws no band where none is known', () => {
  const without = {
    ...view,
    judgement: {
      ...view.judgement,
      measured: [
        ...[110, 175, 171, 105].map((spn) => ({ ...alike(spn, 17), low: undefined, high: undefined })),
        { name: 'Oil pressure', place: 100, unit: 'kPa', high: 15 },
      ],
    },
  } as TrialView
  expect(sheetOf(without).strips[0]?.band).toBeUndefined()
  expect(sheetOf(without).bands).toEqual([])
})

it('finds round figures for the axis, and none where there is no room', () => {
  expect(ticks(10, 30)).toEqual([10, 15, 20, 25, 30])
  expect(ticks(-12.3, 41)).toEqual([0, 20, 40])
  expect(ticks(5, 5)).toEqual([])
})

it('says of each sensor how it stands, so that nobody must see the drawing', async () => {
  stubServer()
  renderInJob(<TrialPage />, {
    at: '/tests/run/agreement?module=engine',
    route: '/tests/run/:test',
    live: { trial: view },
  })
  const strip = await screen.findByRole('region', { name: 'Temperatures' })
  expect(within(strip).getByText('7.6 K above the rest')).toBeVisible()
  expect(within(strip).getAllByText('as the rest')).toHaveLength(2)
  expect(within(strip).getByText('Pass')).toBeInTheDocument()
  expect(screen.getAllByText('as it must')).toHaveLength(3)
  expect(screen.getByText(/more than 0.6 kPa/)).toBeVisible()
})
