import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { CompareRecordings } from './CompareRecordings'
import { PullPanel } from './PullPanel'
import { SeaPanel } from './SeaPanel'

/** A plot of a test: says its rows, and a click on it chooses the window from 10 to 20 s. */
vi.mock('../shared/Plot', () => ({
  Plot: (p: { name: string; data: unknown; onWindow?: (a: number, b: number) => void }) => (
    <button aria-label={p.name} onClick={() => p.onWindow?.(10, 20)}>
      {JSON.stringify(p.data)}
    </button>
  ),
}))

const pull = (gear: number, between: number | 'NaN') => ({
  fromMicros: gear,
  toMicros: gear + 9,
  gear,
  fromRpm: 1002,
  toRpm: 1898,
  seconds: 9,
  between,
  judged: true,
  points: [
    { rpm: 1210, kw: 200, off: 10, referenceKw: 260 },
    { rpm: 1590, kw: 240, off: 12, referenceKw: 'NaN' },
  ],
})

const pulls = (more: object = {}) => ({
  pulls: [
    pull(9, 6.44),
    pull(10, 'NaN'),
    { ...pull(5, 'NaN'), judged: false, points: [{ rpm: 1590, kw: 90, off: 9, referenceKw: 290 }] },
  ],
  lowRpm: 1200,
  highRpm: 1800,
  judgement: 'BELOW_REFERENCE',
  says: 'It makes 20 to 26 % less than its reference.',
  next: 'Look at the fuel supply and the air path.',
  ...more,
})

const side = (name: string, fit: string, more: object = {}) => ({
  side: name,
  points: [1000, 1400].map((rpm) => ({
    fromMicros: rpm,
    rpm,
    lever: rpm / 20,
    kw: rpm / 10,
    lawKw: rpm / 8,
    boost: 120,
    fuel: 'NaN',
    coolant: 82,
    exhaust: 390,
  })),
  exponent: 2.92,
  exponentOff: 0.11,
  fit,
  says: 'It reaches its rated speed.',
  settles: true,
  ...more,
})

const channel = (spn: number, more: object = {}) => ({
  id: `engine/${spn}`,
  name: `Value ${spn}`,
  spn,
  module: 'engine',
  moduleTitle: 'Engine',
  side: '',
  source: 'BROADCAST',
  group: 61444,
  unit: 'kPa',
  decimals: 0,
  factor: 1,
  offset: 0,
  words: {},
  sets: [],
  most: null,
  ...more,
})

const whole = (name: string, spns: number[]) => ({
  head: { id: 1, job: 3, name, seconds: 60, beganAt: '2026-11-25T08:00:00Z', why: '', startSeconds: 0 },
  channels: spns.map((s) => channel(s)),
  marks: [],
})

beforeEach(() => stubServer())

it('a pull is weighed by the mass and the road that a person told', async () => {
  const asked: string[] = []
  vi.stubGlobal('fetch', (path: string) => {
    asked.push(path)
    return Promise.resolve(new Response(JSON.stringify(path.includes('/pulls') ? pulls() : [])))
  })
  renderInJob(<PullPanel recording={7} />)
  await userEvent.clear(screen.getByLabelText('Mass with load, kg'))
  await userEvent.type(screen.getByLabelText('Mass with load, kg'), '31000')
  await userEvent.click(screen.getByRole('button', { name: 'Find the pulls' }))
  expect(await screen.findByRole('status')).toHaveTextContent('Below reference')
  expect(asked).toContain('/api/recordings/7/pulls?massKg=31000&massOffPercent=3&gradePercent=0')
  expect(screen.getByText('Look at the fuel supply and the air path.')).toBeInTheDocument()
  expect(screen.getByText('6.4 s')).toBeInTheDocument()
  expect(screen.getByText('not passed')).toBeInTheDocument()
  expect(screen.getByText('too short')).toBeInTheDocument()
})

it('power of the pulls that are long enough is drawn with what it can be off by; where the reference says nothing, nothing is drawn', async () => {
  stubServer({ '/api/recordings/7/pulls': pulls(), '/api/quantities': [] })
  renderInJob(<PullPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Find the pulls' }))
  expect(await screen.findByRole('button', { name: /Power over engine speed/ })).toHaveTextContent(
    '[[1200,1600],[200,240],[210,252],[190,228],[260,null]]',
  )
})

it('a recording without a pull says what is missing', async () => {
  const says = 'No full-pedal pull is in it.'
  stubServer({
    '/api/recordings/7/pulls': pulls({ pulls: [], judgement: 'CANNOT_TELL', says, lowRpm: 'NaN' }),
  })
  renderInJob(<PullPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Find the pulls' }))
  expect(await screen.findByRole('status')).toHaveTextContent(`Cannot tell${says}`)
  expect(screen.queryByRole('table')).not.toBeInTheDocument()
})

it('a mass that is none is refused with the reason', async () => {
  renderInJob(<PullPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Find the pulls' }))
  expect(await screen.findByText('There is none.')).toBeInTheDocument()
})

it('a sea trial tells port and starboard apart, each with its fit and the law', async () => {
  stubServer({
    '/api/recordings/7/sea-trial': {
      sides: [side('Port', 'OVERLOADED', { settles: false }), side('Starboard', 'RIGHT')],
      differences: [{ text: 'Port is 4 °C hotter than starboard.' }],
      says: '',
      next: 'Look for growth on the hull.',
    },
  })
  renderInJob(<SeaPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Find the steady points' }))
  const told = await screen.findAllByRole('status')
  expect(told[0]).toHaveTextContent('OverloadedPort engine: It reaches')
  expect(told[1]).toHaveTextContent('FitsStarboard engine: It reaches')
  expect(screen.getAllByText(/to the power of 2.92 ± 0.11/)).toHaveLength(2)
  expect(screen.getByText(/Coolant was still rising/)).toBeInTheDocument()
  expect(screen.getByText('Port is 4 °C hotter than starboard.')).toBeInTheDocument()
  expect(screen.getByText('Look for growth on the hull.')).toBeInTheDocument()
  const first = screen.getAllByRole('row', { name: /1000 rpm/ })[0] as HTMLElement
  expect(
    within(first)
      .getAllByRole('cell')
      .map((c) => c.textContent),
  ).toEqual(['1000 rpm', '50 %', '100 kW', '125 kW', '120 kPa', '', '82 °C', '390 °C'])
})

const compared = (more: Record<string, unknown> = {}) => ({
  '/api/recordings/1': whole('Before', [190, 102]),
  '/api/recordings/2': whole('After', [190, 110]),
  '/api/recordings/1/alignment': { laterSeconds: 4.5, fit: 0.93, says: '' },
  '/api/recordings/1/differences': [
    {
      channel: 'engine/190',
      name: 'Value 190',
      unit: 'kPa',
      first: { mean: 200, max: 250 },
      second: { mean: 150, max: 180 },
    },
    { channel: 'engine/102', name: 'Value 102', unit: 'kPa', first: { mean: 1 } },
  ],
  '/api/recordings/1/window': [{ channel: 'engine/190', from: 0, width: 2, least: [1, 2], greatest: [3, 4] }],
  '/api/recordings/2/window': [{ channel: 'engine/190', from: 0, width: 2, least: [1, 1], greatest: [5, 6] }],
  '/api/quantities': [],
  ...more,
})

const compare = () =>
  renderInJob(<CompareRecordings />, {
    at: '/jobs/3/watch/compare?first=1&second=2',
    route: '/jobs/3/watch/compare',
  })

it('two recordings lie over each other on what they share, with their differences', async () => {
  stubServer(compared())
  compare()
  expect(await screen.findByRole('button', { name: 'Value 190 of both recordings' })).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: 'Value 102 of both recordings' })).not.toBeInTheDocument()
  expect(await screen.findByRole('status')).toHaveTextContent(
    'The second lies later by 4.5 s; likeness 93 %.',
  )
  expect(await screen.findByText('-25.0 %')).toBeInTheDocument()
  const rows = within(screen.getByRole('region', { name: 'Differences' })).getAllByRole('row')
  expect(rows).toHaveLength(2)
})

it('a window of the overlay is the interval of the differences, and can be given up', async () => {
  stubServer(compared())
  compare()
  await userEvent.click(await screen.findByRole('button', { name: 'Value 190 of both recordings' }))
  expect(await screen.findByRole('heading', { name: 'Differences, 0:10 to 0:20' })).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: 'Whole recording' }))
  expect(await screen.findByRole('heading', { name: 'Differences, 0:00 to 1:05' })).toBeInTheDocument()
})

it('the way of aligning is chosen; a value that both pass asks for its height', async () => {
  const asked: string[] = []
  stubServer(compared())
  const rest = globalThis.fetch
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    asked.push(path)
    return rest(path, init)
  })
  compare()
  await screen.findByRole('status')
  await userEvent.selectOptions(screen.getByLabelText('Aligned at'), 'THRESHOLD')
  await userEvent.clear(screen.getByLabelText('passing'))
  await userEvent.type(screen.getByLabelText('passing'), '1500')
  await screen.findByRole('status')
  expect(asked.some((a) => a.includes('by=THRESHOLD&channel=engine%2F190&threshold=1500'))).toBe(true)
})

it('recordings that share nothing say so', async () => {
  stubServer(compared({ '/api/recordings/2': whole('After', [110]), '/api/recordings/1/differences': [] }))
  compare()
  expect(await screen.findByText('They hold no value in common.')).toBeInTheDocument()
})
