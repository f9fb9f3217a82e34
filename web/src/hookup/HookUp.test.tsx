import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { MeContext } from '../account/me'
import type { Job, Module, Roll } from '../api/client'
import { JobContext } from '../job/jobContext'
import { VitalsRow } from '../job/VitalsRow'
import type { LinkState, Vitals } from '../stream/types'
import { jobStore } from '../stream/jobStore'
import { type JobLive, NOTHING } from '../stream/useJobStream'
import { renderInJob } from '../test-support'
import { HookUp } from './HookUp'

const posted: string[] = []

beforeEach(() => {
  posted.length = 0
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    if (init.method !== 'GET')
      posted.push(`${init.method} ${path} ${typeof init.body === 'string' ? init.body : ''}`)
    const bodies: Record<string, unknown> = {
      '/api/jobs/7/links': [
        {
          id: 'sim/t',
          kind: 'SIMULATED',
          title: 'Tipper 14',
          buses: ['can250'],
          host: '127.0.0.1',
          port: 1,
          factor: 1,
        },
      ],
      '/api/units/1': { unit: { id: 1, pack: 'p' }, jobs: [] },
      '/api/packs/p/plugs': [
        {
          title: 'Nine-pin',
          place: 'under the dash',
          pins: [{ name: 'C', carries: 'CAN high', bus: 'can250', x: 0.5, y: 0.5 }],
        },
      ],
      '/api/jobs/7/pair-check': [{ sound: false, says: 'One terminator is missing.' }],
      '/api/quantities': [],
    }
    return Promise.resolve(new Response(JSON.stringify(bodies[path] ?? {}), { status: 200 }))
  })
})
afterEach(() => vi.unstubAllGlobals())

const job: Job = {
  id: 7,
  number: '2026-118',
  unitId: 1,
  fleetNumber: 'Tipper 14',
  complaint: 'No power',
  state: 'OPEN',
  openedAt: '2026-11-23T10:00:00Z',
  openedBy: 'Technician 1',
}

function link(part: Partial<LinkState>): LinkState {
  return {
    state: 'UP',
    says: 'Hooked up.',
    next: 'Call the roll.',
    link: 'Tipper 14',
    linkId: 'sim/t',
    simulated: 't',
    bus: 'can250',
    bitRate: 250000,
    address: 249,
    able: {
      sends: true,
      setsRate: false,
      listensOnly: false,
      tellsErrors: true,
      tellsLost: false,
      tellsSupply: false,
      stamps: true,
    },
    held: [],
    ...part,
  }
}

function show(
  state: LinkState | undefined,
  rights: ('LOOK' | 'READ')[] = ['LOOK', 'READ'],
  roll: Roll | undefined = undefined,
) {
  const why = document.createElement('div')
  document.body.append(why)
  const live: JobLive = { ...NOTHING, link: state }
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MemoryRouter>
        <MeContext value={{ name: 'T', rights, firstAccountWanted: false }}>
          <JobContext
            value={{
              job,
              store: jobStore(live),
              roll,
              faults: undefined,
              story: undefined,
              whyNode: why,
            }}
          >
            <HookUp />
          </JobContext>
        </MeContext>
      </MemoryRouter>
    </QueryClientProvider>,
  )
}

it('offers the links and shows the connector while nothing is hooked up', async () => {
  show(undefined)
  await userEvent.click(await screen.findByRole('button', { name: 'Hook up to Tipper 14' }))
  expect(posted).toEqual(['POST /api/jobs/7/hook-up {"link":"sim/t"}'])
  expect(await screen.findByText('CAN high')).toBeInTheDocument()
  expect(screen.getByText('Choose a link and hook up.')).toBeInTheDocument()
})

it('calls the roll when hooked up, by key too', async () => {
  show(link({}))
  await userEvent.click(screen.getByRole('button', { name: /Call the roll/ }))
  await userEvent.keyboard('r')
  expect(posted).toEqual([
    'POST /api/jobs/7/roll-call {"full":true}',
    'POST /api/jobs/7/roll-call {"full":true}',
  ])
  expect(screen.getAllByText('not reported by this link')).toHaveLength(1)
})

it('asks nothing while we have no address on the bus', () => {
  show(link({ address: null }))
  expect(screen.queryByRole('button', { name: /Call the roll/ })).toBeNull()
})

it('gives one who only looks no button that asks or commands', () => {
  show(link({}), ['LOOK'])
  expect(screen.queryByRole('button', { name: /Call the roll|Unhook|Hook up/ })).toBeNull()
})

it('names what happened and what next for a silent bus, and judges the meter', async () => {
  show(link({ state: 'SILENT', says: 'The bus is silent.', next: 'Key on?', address: null }))
  expect(screen.getByRole('alert')).toHaveTextContent('The bus is silent. Key on?')
  expect(screen.getAllByText(/The bus is silent/), 'once').toHaveLength(1)
  await userEvent.type(screen.getByLabelText(/Across the pair/), '120')
  await userEvent.click(screen.getByRole('button', { name: 'Judge' }))
  expect(await screen.findByText('One terminator is missing.')).toBeInTheDocument()
  expect(posted[0]).toContain('{"supplyVolts":null,"ohms":120,"highVolts":null,"lowVolts":null}')
})

it('sends whoever could not ask to the adapter, and whoever could to the modules', () => {
  const rolled = (presence: Module['presence']) =>
    ({
      calledAt: '2026-11-30T10:00:00Z',
      faults: [],
      state: 'CUT_SHORT',
      full: true,
      seconds: 20,
      pack: 'p',
      notes: [],
      modules: [{ ...silent, presence }],
    }) as Roll
  show(link({}), ['LOOK', 'READ'], rolled('NOT_ASKED'))
  expect(screen.getByText(/it may be set to only listen/)).toBeInTheDocument()
  expect(screen.getByText('not asked')).toBeInTheDocument()
  cleanup()
  show(link({}), ['LOOK', 'READ'], rolled('SILENT'))
  expect(screen.getByText(/Choose a module/)).toBeInTheDocument()
})

const silent = {
  key: 'b',
  title: 'Brakes',
  address: 11,
  expected: true,
  unexpected: false,
  identity: { software: [] },
  told: {},
  oddities: [],
  checks: [],
  faults: [],
} as unknown as Module

const vitals: Vitals = {
  key: 'on',
  exhaustHot: false,
  values: [
    {
      spn: 190,
      name: 'Engine speed',
      side: '',
      value: 600.125,
      state: 'VALID',
      unit: 'rpm',
      decimals: 1,
      ageMs: 10,
    },
    { spn: 110, name: 'Coolant', side: '', value: null, state: 'ERROR', unit: '°C', decimals: 0, ageMs: 10 },
    { spn: 168, name: 'Battery', side: '', value: 25, state: 'VALID', unit: 'V', decimals: 2, ageMs: 60000 },
  ],
  loadPercent: 38.4,
  framesPerSecond: 700,
  lastFrameMs: 2000,
  errors: 0,
  frames: 5,
  lost: 0,
  busSeconds: 1,
}

it('reads a value only when the sensor says so, and says when it is old', () => {
  const live = { link: link({}), vitals }
  renderInJob(<VitalsRow />, { live })
  expect(screen.getByText('600')).toBeInTheDocument()
  expect(screen.getByText('sensor error')).toBeInTheDocument()
  expect(screen.getByText('stale')).toBeInTheDocument()
  expect(screen.getByText('last frame 2 s ago')).toBeInTheDocument()
})

it('calls nothing live that comes from a recording', () => {
  const live = { link: link({ linkId: 'stored/4' }), vitals }
  renderInJob(<VitalsRow />, { live })
  expect(screen.getByText('a recording, not live')).toBeInTheDocument()
  expect(screen.queryByText('Key')).toBeNull()
  expect(screen.queryByText(/last frame/)).toBeNull()
})
