import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { FaultsView, Roll, TraceCheck, TraceView } from '../api/client'
import type { LinkState } from '../stream/types'
import { person, renderInJob, stubServer } from '../test-support'
import { GuidePage } from './GuidePage'
import { Trace } from './Trace'
import { limits, tracing } from './words'

afterEach(() => vi.unstubAllGlobals())

const check = (more: Partial<TraceCheck>): TraceCheck => ({
  id: 'there',
  kind: 'FAULT',
  says: 'Is the fault there now?',
  why: 'One that is there can be measured.',
  ofUnit: true,
  outcomes: [
    { id: 'there', says: 'The fault is there now' },
    { id: 'gone', says: 'The fault is not there' },
  ],
  ...more,
})

const METER: Partial<TraceCheck> = {
  id: 'supply',
  kind: 'METER',
  says: 'Volts at the plug.',
  ofUnit: false,
  outcomes: [
    { id: 'in', says: 'within' },
    { id: 'below', says: 'below' },
    { id: 'above', says: 'above' },
  ],
  meter: {
    quantity: 'VOLTS',
    unit: 'V',
    red: 'X21/1',
    redSays: 'X21 contact 1',
    black: 'battery/minus',
    blackSays: 'battery minus',
    from: 4.75,
    to: 5.25,
    power: 'KEY_ON',
    source: 'common practice',
  },
}

const trace = (c: TraceCheck, more: Partial<TraceView> = {}): TraceView => ({
  id: 7,
  guide: 'sensor-three-wires',
  title: 'Oil pressure sensor and its three wires',
  part: 'oil-pressure-sensor',
  partTitle: 'Oil pressure sensor',
  circuit: true,
  beganAt: '2026-11-25T10:00:00Z',
  who: 'Technician 2',
  state: 'UNDER_WAY',
  setAside: '',
  check: c,
  log: [],
  steps: [],
  ...more,
})

const UP = { state: 'UP', held: [] } as unknown as LinkState

function guide(view: TraceView, live: Parameters<typeof renderInJob>[1] = {}) {
  const bodies: Record<string, unknown> = { '/api/jobs/3/traces/7': view }
  for (const what of ['answer', 'measure', 'assume', 'back', 'aside'])
    bodies[`POST /api/jobs/3/traces/7/${what}`] = view
  const sent = stubServer(bodies)
  const why = renderInJob(<GuidePage />, { at: '/jobs/3/trace/7', route: '/jobs/:job/trace/:trace', ...live })
  return { sent, why }
}

it('what the unit can answer it is asked at once, and says what it waits for', async () => {
  const { sent } = guide(trace(check({})), {
    live: { link: UP, tracing: { trace: 7, check: 'there', says: 'Listening: 2 messages.' } },
  })
  expect(await screen.findByText('Is the fault there now?')).toBeInTheDocument()
  await waitFor(() => expect(sent).toEqual(['POST /api/jobs/3/traces/7/look']))
  expect(screen.getByRole('status')).toHaveTextContent('Listening: 2 messages.')
})

it('while a roll is called it waits, and asks when that has ended', async () => {
  const roll = (state: string) => ({ state, modules: [] }) as unknown as Roll
  const { sent } = guide(trace(check({})), { live: { link: UP, roll: roll('UNDER_WAY') } })
  expect(await screen.findByText('Is the fault there now?')).toBeInTheDocument()
  expect(sent).toEqual([])
  cleanup()
  const later = guide(trace(check({})), { live: { link: UP, roll: roll('COMPLETE') } })
  await waitFor(() => expect(later.sent).toEqual(['POST /api/jobs/3/traces/7/look']))
})

it('where the roll was not called it leads there', async () => {
  stubServer({ '/api/jobs/3/traces/7': trace(check({})) })
  const served = globalThis.fetch
  vi.stubGlobal('fetch', (path: string, init: RequestInit) =>
    path.endsWith('/look')
      ? Promise.resolve(
          new Response(
            JSON.stringify({ message: 'The roll has not been called.', next: 'Call the roll first.' }),
            { status: 409 },
          ),
        )
      : served(path, init),
  )
  renderInJob(<GuidePage />, {
    at: '/jobs/3/trace/7',
    route: '/jobs/:job/trace/:trace',
    live: { link: UP },
  })
  expect(await screen.findByRole('link', { name: 'To the roll' })).toBeInTheDocument()
  expect(screen.getByRole('alert')).toHaveTextContent('Call the roll first.')
})

it('without a link it says so, and a person may answer by key', async () => {
  const { sent } = guide(trace(check({})))
  expect(await screen.findByRole('status')).toHaveTextContent('Not hooked up')
  expect(screen.getByRole('link', { name: 'Hook up' })).toBeInTheDocument()
  await userEvent.keyboard('2')
  await waitFor(() =>
    expect(sent).toEqual(['POST /api/jobs/3/traces/7/answer {"check":"there","outcome":"gone"}']),
  )
})

it('a meter reading is entered with comma or point, and words are refused', async () => {
  const { sent } = guide(trace(check(METER)))
  expect(await screen.findByText('X21 contact 1')).toBeInTheDocument()
  expect(screen.getByText('4.75 to 5.25 V')).toBeInTheDocument()
  const field = screen.getByLabelText('The meter reads, V')
  await userEvent.type(field, 'five')
  expect(screen.getByRole('alert')).toHaveTextContent('A number')
  expect(screen.getByRole('button', { name: 'Enter it' })).toBeDisabled()
  await userEvent.clear(field)
  await userEvent.type(field, '4,98{Enter}')
  await waitFor(() => expect(sent[0]).toContain('{"check":"supply","reading":4.98,"noEnd":false}'))
  expect(screen.queryByRole('button', { name: /No end/ })).toBeNull()
})

it('an ohmmeter that shows no end has a button of its own', async () => {
  const meter = METER.meter as NonNullable<TraceCheck['meter']>
  const { sent } = guide(trace(check({ ...METER, meter: { ...meter, quantity: 'OHMS', unit: 'Ω' } })))
  await userEvent.click(await screen.findByRole('button', { name: /No end/ }))
  await waitFor(() => expect(sent[0]).toContain('"noEnd":true'))
})

it('a check is skipped only with a reason', async () => {
  const { sent } = guide(trace(check(METER)))
  await userEvent.click(await screen.findByRole('button', { name: 'Skip as assumed' }))
  const box = screen.getByRole('dialog')
  expect(within(box).getByRole('button', { name: 'Assume it' })).toBeDisabled()
  await userEvent.selectOptions(within(box).getByLabelText('Taken for granted'), 'below')
  await userEvent.type(within(box).getByLabelText('Why'), 'measured yesterday')
  await userEvent.click(within(box).getByRole('button', { name: 'Assume it' }))
  await waitFor(() =>
    expect(sent).toEqual([
      'POST /api/jobs/3/traces/7/assume {"check":"supply","outcome":"below","reason":"measured yesterday"}',
    ]),
  )
})

const LOG: TraceView['log'] = [
  {
    check: 'there',
    asked: 'Is the fault there now?',
    how: 'UNIT',
    outcome: 'there',
    says: 'SPN 100 FMI 4 is active.',
    at: '2026-11-25T10:01:00Z',
  },
  {
    check: 'supply',
    asked: 'Volts at the plug.',
    how: 'ASSUMED',
    outcome: 'in',
    says: 'It lies within, assumed: no meter',
    at: '2026-11-25T10:02:00Z',
    who: 'Technician 2',
  },
]

it('the way so far says who or what answered, and marks what was assumed', async () => {
  const { sent } = guide(trace(check(METER), { log: LOG, steps: [0, 1] }))
  const way = await screen.findByRole('list', { name: 'The way so far' })
  expect(within(way).getByText('read from the unit')).toBeInTheDocument()
  expect(within(way).getByText('assumed')).toHaveClass('mark-dotted')
  expect(within(way).getByText(/the unit,/)).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: 'Back one check' }))
  await waitFor(() => expect(sent).toEqual(['POST /api/jobs/3/traces/7/back {"check":"supply"}']))
})

it('a conclusion names the part and what to do next, and asks nothing more', async () => {
  const { why } = guide(
    trace(
      check({
        id: 'sensor',
        kind: 'CONCLUSION',
        says: 'The sensor itself.',
        ofUnit: false,
        outcomes: [],
        found: {
          part: 'oil-pressure-sensor',
          partTitle: 'Oil pressure sensor',
          next: ['Renew the sensor.', 'Read again.'],
        },
      }),
      { state: 'FOUND' },
    ),
  )
  expect(await screen.findByText('Renew the sensor.')).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: 'Skip as assumed' })).toBeNull()
  expect(within(why).getByRole('link', { name: 'Circuit of what was found' })).toHaveAttribute(
    'href',
    '/jobs/3/trace/circuits/oil-pressure-sensor',
  )
})

it('who may only look on is offered no answer', async () => {
  guide(trace(check({})), { me: person('LOOK', 'NOTE') })
  expect(await screen.findByText(/You look on/)).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: /The fault is there/ })).toBeNull()
})

it('a guide that the pack has changed can be read and begun anew', async () => {
  guide(trace(check({}), { state: 'CHANGED', check: undefined as unknown as TraceCheck, log: LOG }))
  expect(await screen.findByRole('link', { name: 'Start it again' })).toBeInTheDocument()
  expect(screen.getByText(/SPN 100 FMI 4 is active/)).toBeInTheDocument()
})

it('the far view shows where the leads go', async () => {
  guide(trace(check(METER)))
  await screen.findByText('X21 contact 1')
  await userEvent.click(screen.getByRole('button', { name: /Far view/ }))
  expect(await screen.findByRole('dialog')).toHaveTextContent(
    'X21 contact 1 to battery minus: 4.75 to 5.25 V',
  )
})

const OFFERS = [
  { guide: 'rough-idle', part: '', title: 'Rough idle', symptom: 'Rough or uneven idle', circuit: false },
  { guide: 'sensor-supply', part: 'sensor-supply-2', title: 'Sensor supply 2', symptom: '', circuit: true },
  { guide: 'thermostat', part: 'thermostat', title: 'Thermostat', symptom: '', circuit: false },
]

it("today's leads come first, each with its guide and its circuit", async () => {
  const sent = stubServer({
    '/api/jobs/3/traces': { offers: OFFERS, traces: [] },
    'POST /api/jobs/3/traces': trace(check({})),
  })
  const faults = {
    leads: [{ id: 'sensor-supply-2', title: 'Sensor supply 2', bearing: 'TODAY', circuit: true }],
  } as unknown as FaultsView
  renderInJob(<Trace />, { faults })
  const today = await screen.findByRole('region', { name: "For today's leads" })
  expect(within(today).getByRole('link', { name: 'Its circuit' })).toHaveAttribute(
    'href',
    '/jobs/3/trace/circuits/sensor-supply-2',
  )
  await userEvent.click(within(today).getByRole('button', { name: 'Trace it' }))
  await waitFor(() =>
    expect(sent).toEqual(['POST /api/jobs/3/traces {"guide":"sensor-supply","part":"sensor-supply-2"}']),
  )
})

it('parts are found by typing, after the slash', async () => {
  stubServer({ '/api/jobs/3/traces': { offers: OFFERS, traces: [] } })
  renderInJob(<Trace />)
  await screen.findByText('Thermostat')
  await userEvent.keyboard('/')
  await userEvent.keyboard('therm')
  expect(screen.queryByText('Sensor supply 2')).toBeNull()
  await userEvent.keyboard('xyz')
  expect(screen.getByText('Nothing fits. Type less.')).toBeInTheDocument()
})

it('without a pack it says where guides come from', async () => {
  stubServer({ '/api/jobs/3/traces': { offers: [], traces: [] } })
  renderInJob(<Trace />)
  expect(await screen.findByRole('link', { name: 'Hook up and call the roll' })).toBeInTheDocument()
})

it('limits are read as a technician says them', () => {
  expect(limits(4.75, 5.25, 'V')).toBe('4.75 to 5.25 V')
  expect(limits(undefined, 0.1, 'V')).toBe('0.1 V at most')
  expect(limits(20000, null, 'Ω')).toBe('20000 Ω at least')
  const psi = (value: number, _: string, decimals: number) => ({
    figure: (value / 6.895).toFixed(decimals + 1),
    unit: 'psi',
  })
  expect(limits(100, null, 'kPa', psi)).toBe('14.5 psi at least')
  expect(limits(undefined, 70, 'kPa', psi)).toBe('10.2 psi at most')
})

it('the path says how tracing stands', () => {
  expect(tracing([])).toBe('not begun')
  expect(tracing([{ state: 'FOUND' }, { state: 'UNDER_WAY' }])).toBe('1 under way')
  expect(tracing([{ state: 'FOUND' }])).toBe('1 found')
  expect(tracing([{ state: 'NOT_HERE' }])).toBe('1 done')
})
