import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import type { EarlierRun, TrialMeasured, TrialView } from '../../api/client'
import { person, renderInJob, stubServer } from '../../test-support'
import { TrialPage } from '../TrialPage'

const speak = vi.hoisted(() => vi.fn())
const play = vi.hoisted(() => vi.fn())
vi.mock('../../stream/stream', () => ({ stream: { alive: vi.fn(), subscribe: () => () => undefined } }))
vi.mock('../../shared/sound', () => ({ play }))
vi.mock('../../shared/voice', () => ({ speak }))
vi.mock('../../shared/Plot', () => ({ Plot: () => <div /> }))

const share = (place: number, value: number, verdict: TrialMeasured['verdict']): TrialMeasured => ({
  name: 'compression',
  place,
  value,
  unit: '%',
  plusMinus: 1.4,
  low: 91,
  verdict,
})

const view = (stage: string, more: Partial<TrialView> = {}): TrialView => ({
  kind: 'compression',
  test: 'compression',
  title: 'Relative compression',
  module: 'engine',
  moduleTitle: 'Engine',
  stage: 'RUNNING',
  ending: 'NOT_YET',
  says: { text: 'Turn the key.' },
  conditions: [],
  countdownSeconds: 0,
  setPoints: [],
  now: [],
  observed: { stage, wanted: 12, cycles: [1, 2, 3], restVolts: 25.2, leastVolts: 'NaN' },
  trace: { names: [], units: [], points: [] },
  judgement: {
    verdict: 'CANNOT_TELL',
    says: { text: 'Only 6 turns.' },
    next: { text: 'Crank longer.' },
    measured: [],
    parts: [],
  },
  choices: [],
  hazards: [],
  figures: { 'low-below': 91 },
  moves: [],
  source: 'common practice, no source',
  ...more,
})

const ended = (...shares: TrialMeasured[]) =>
  view('DONE', {
    stage: 'ENDED',
    ending: 'COMPLETE',
    judgement: {
      verdict: 'FAIL',
      says: { text: 'cylinder 3 has 71 % of the median.' },
      next: { text: 'Check its valve clearance.' },
      measured: [
        ...shares,
        { name: 'crank-speed', place: 0, value: 188, unit: 'rpm' },
        { name: 'supply-least', place: 0, value: 20.94, unit: 'V' },
      ],
      parts: [],
    },
  })

const earlierRun: EarlierRun = {
  id: 4,
  job: 1,
  endedAt: '2026-11-01T08:00:00Z',
  verdict: 'FAIL',
  figures: [{ name: 'compression', place: 3, value: 71, unit: '%', verdict: 'FAIL' }],
}

beforeEach(() => {
  cleanup()
  vi.clearAllMocks()
})

function show(trial: TrialView, earlier: EarlierRun[] = [], together: object[] = []) {
  stubServer({
    '/api/me': person(),
    '/api/jobs/3/seat': { holder: person().name },
    '/api/jobs/3/trials/offers': [],
    '/api/jobs/3/trials/earlier?test=compression&module=engine': earlier,
    '/api/jobs/3/trials/together?module=engine': together,
  })
  return renderInJob(<TrialPage />, {
    route: '/jobs/:job/tests/:test',
    at: '/jobs/3/tests/compression?module=engine',
    live: { trial },
  })
}

it.each([
  ['CRANK', 'Crank now'],
  ['KEEP_CRANKING', 'Keep cranking'],
  ['CRANK_AGAIN', 'Crank again'],
  ['LET_GO', 'Let go'],
])('while %s the order stands large', async (stage, words) => {
  show(view(stage))
  await waitFor(() => expect(screen.getAllByText(words).length).toBeGreaterThan(0))
})

it('counts how much is still wanted while the engine is cranked', async () => {
  show(view('KEEP_CRANKING'))
  expect(await screen.findByText('3 of 12')).toBeInTheDocument()
})

it('in the far view says the order aloud', async () => {
  show(view('LET_GO'))
  await screen.findAllByText('Let go')
  await userEvent.keyboard('b')
  await waitFor(() => expect(speak).toHaveBeenCalledWith('Let go'))
})

it('shows each cylinder with its percent, the low one by word', async () => {
  show(ended(share(1, 100, 'PASS'), share(2, 99, 'PASS'), share(3, 71, 'FAIL')))
  expect(await screen.findByText('Cylinder 3')).toBeInTheDocument()
  expect(screen.getByText('low')).toBeInTheDocument()
  expect(screen.getByText('188')).toBeInTheDocument()
  expect(screen.getByText('20.9')).toBeInTheDocument()
})

it('shows what a cylinder had before the repair beside what it has now', async () => {
  show(ended(share(1, 100, 'PASS'), share(2, 99, 'PASS'), share(3, 98, 'PASS')), [earlierRun])
  expect(await screen.findByText('before: 71 %')).toBeInTheDocument()
})

it('says what it means with the other tests, and opens the one that tells what is left', async () => {
  const why = show(
    ended(share(1, 100, 'PASS'), share(2, 99, 'PASS'), share(3, 71, 'FAIL')),
    [],
    [
      {
        cylinder: 3,
        points: 'MECHANICAL',
        says: { text: 'Cylinder 3: low compression.' },
        next: { text: 'Check its valve clearance.' },
        test: 'contribution',
      },
    ],
  )
  expect(await within(why).findByText('Cylinder 3: low compression.')).toBeInTheDocument()
  expect(within(why).getByRole('link', { name: 'Open the test' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/contribution?module=engine',
  )
})

it('takes its own figures for none of before', async () => {
  show(ended(share(1, 100, 'PASS'), share(2, 99, 'PASS'), share(3, 71, 'FAIL')), [earlierRun])
  expect(await screen.findByText('Cylinder 3')).toBeInTheDocument()
  expect(screen.queryByText(/before/)).not.toBeInTheDocument()
})
