import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useState } from 'react'
import { afterEach, expect, it, vi } from 'vitest'
import type { FaultLine, FaultsView, Lead } from '../api/client'
import { steps } from '../job/path'
import { person, renderInJob, stubServer } from '../test-support'
import { ClearFaults } from './ClearFaults'
import { HourLine, rowsOf } from './HourLine'
import { LeadList } from './LeadList'
import { LeadWhy } from './LeadWhy'
import { counted, hoursAgo } from './words'

function fault(part: Partial<FaultLine>): FaultLine {
  return {
    key: 'm/102/4',
    module: 'm',
    moduleTitle: 'Engine',
    spn: 102,
    fmi: 4,
    component: 'Intake pressure',
    mode: 'voltage low',
    severity: '',
    count: 12,
    atCeiling: false,
    active: true,
    failsNow: false,
    unconfirmed: false,
    emission: false,
    states: ['ACTIVE'],
    conversion: 'V4',
    bearing: 'TODAY',
    firstHour: 995,
    lastHour: 1000,
    snapshots: 2,
    ...part,
  }
}

function lead(part: Partial<Lead>): Lead {
  return {
    id: 'sensor-supply-2',
    title: 'Sensor supply 2',
    bearing: 'TODAY',
    mark: 'NOW',
    reasons: ['3 sensors on it failed in the same hour', 'all read low'],
    signs: ['m/102/4'],
    knockOns: ['m/1569/31'],
    times: 12,
    hoursAgo: 0,
    firstOfEpisode: true,
    moved: '',
    what: '',
    normal: '',
    effects: '',
    causes: [],
    next: [],
    guides: [{ id: 'sensor-supply', title: 'Sensor supply 2' }],
    rivals: [],
    circuit: true,
    ...part,
  }
}

const view: FaultsView = {
  readId: 5,
  state: 'COMPLETE',
  readAt: '2026-11-23T10:00:00Z',
  why: 'ROLL',
  hours: 1000,
  pack: 'Test truck',
  leads: [
    lead({}),
    lead({
      id: 'module-r',
      title: 'Retarder does not answer',
      mark: 'SILENT',
      guides: [],
      rivals: [],
      circuit: false,
      signs: [],
      knockOns: [],
      times: 0,
    }),
    lead({
      id: 'coolant',
      title: 'Coolant, lost',
      bearing: 'OLD',
      mark: 'EARLIER',
      signs: ['m/111/1'],
      knockOns: [],
    }),
    lead({ id: 'x', title: 'Door', bearing: 'EARLIER', mark: 'EARLIER', signs: ['b/1/2'], knockOns: [] }),
  ],
  faults: [
    fault({}),
    fault({ key: 'm/1569/31', spn: 1569, fmi: 31, component: 'Derate', failsNow: true }),
    fault({ key: 'm/111/1', spn: 111, fmi: 1, active: false, firstHour: 850, lastHour: 870 }),
    fault({ key: 'b/1/2', spn: 1, fmi: 2, active: false, firstHour: undefined, lastHour: undefined }),
  ],
  modules: [
    {
      key: 'm',
      title: 'Engine',
      read: true,
      services: true,
      faults: 3,
      lists: {},
      monitors: { monitors: [], ratios: [], results: [], devices: [] },
      oddities: [],
    },
  ],
  events: [{ hours: 900, kind: 'CLEARED', text: 'cleared in this job' }],
  standing: { kind: 'NOT_TOLD', count: 0 },
  moves: 0,
}

afterEach(() => vi.unstubAllGlobals())

it('puts what belongs to today first and sets old apart, with reasons in words', async () => {
  const chosen = vi.fn()
  renderInJob(<LeadList view={view} selected="sensor-supply-2" onSelect={chosen} />)
  const groups = screen.getAllByRole('region').map((g) => g.getAttribute('aria-label'))
  expect(groups[0]).toBe("Today's problem")
  expect(groups[2]).toContain('old')
  expect(screen.getAllByText(/3 sensors on it failed in the same hour · all read low/)[0]).toBeVisible()
  expect(screen.getByText('What follows from it')).toBeVisible()
  expect(screen.getByText('self-test: there at this moment')).toBeVisible()
  await userEvent.click(screen.getByRole('button', { name: /Retarder/ }))
  expect(chosen).toHaveBeenCalledWith('module-r')
})

it('shows the first of hundreds, the chosen one always, and all when asked', async () => {
  const many = Array.from({ length: 120 }, (_, i) =>
    lead({ id: `l${i}`, title: `Lead ${i}`, bearing: 'OLD', signs: [], knockOns: [] }),
  )
  function Choosing() {
    const [selected, select] = useState('l0')
    return (
      <>
        <button onClick={() => select('l77')}>Choose it from outside</button>
        <LeadList view={{ ...view, leads: many }} selected={selected} onSelect={() => undefined} />
      </>
    )
  }
  renderInJob(<Choosing />)
  expect(screen.getAllByRole('listitem')).toHaveLength(40)
  await userEvent.click(screen.getByText('Choose it from outside'))
  expect(screen.getByText('Lead 77')).toBeVisible()
  await userEvent.click(screen.getByText('Show the other 42'))
  expect(screen.getAllByRole('listitem')).toHaveLength(120)
  expect(screen.queryByText(/Show the other/)).toBeNull()
})

it('from a lead its guide, its circuit, its live and its frozen values are one action away', async () => {
  const sent = stubServer({ 'POST /api/jobs/3/traces': { id: 9 } })
  renderInJob(<LeadList view={view} selected="sensor-supply-2" onSelect={() => undefined} />)
  const to = (name: string) => screen.getByRole('link', { name }).getAttribute('href')
  expect(to('Its circuit')).toBe('/jobs/3/trace/circuits/sensor-supply-2')
  expect(to('Live values of it')).toBe('/jobs/3/watch?spn=102')
  expect(to('Its freeze frame')).toContain('/jobs/3/faults/snapshots?read=')
  await userEvent.click(screen.getByRole('button', { name: 'Trace it, step by step' }))
  await waitFor(() =>
    expect(sent).toEqual(['POST /api/jobs/3/traces {"guide":"sensor-supply","part":"sensor-supply-2"}']),
  )
})

it('who may not read is not led into a guide', () => {
  renderInJob(<LeadList view={view} selected="sensor-supply-2" onSelect={() => undefined} />, {
    me: person('LOOK', 'NOTE'),
  })
  expect(screen.getByRole('button', { name: 'Trace it, step by step' })).toBeDisabled()
})

it('the hour line claims no time that nobody told', () => {
  const [timed, ...others] = view.leads
  const rows = rowsOf({
    ...view,
    leads: [{ ...lead({ ...timed }), firstHour: 995, lastHour: 1000 }, ...others],
  })
  expect(rows[0]).toMatchObject({ from: 995, to: 1000, active: true, first: true })
  expect(rows[3]).toMatchObject({ from: undefined, to: undefined })
})

it('the hour line zooms by key and reads as a table', async () => {
  render(<HourLine view={view} story={undefined} selected={undefined} onSelect={() => undefined} />)
  const region = screen.getByRole('region', { name: 'Hour line' })
  expect(within(region).getByText(/last 150 h/)).toBeInTheDocument()
  within(region)
    .getByRole('button', { name: /Closer/ })
    .focus()
  await userEvent.keyboard('+')
  expect(within(region).getByText(/last 30 h/)).toBeInTheDocument()
  await userEvent.keyboard('----')
  expect(within(region).getByText(/whole life/)).toBeInTheDocument()
  await userEvent.click(within(region).getByRole('button', { name: 'As a table' }))
  expect(within(region).getAllByText('time unknown').length).toBeGreaterThan(0)
  expect(within(region).getByText('cleared in this job')).toBeInTheDocument()
})

it('without engine hours nothing is put on a clock', () => {
  render(
    <HourLine
      view={{ ...view, hours: undefined }}
      story={undefined}
      selected={undefined}
      onSelect={() => undefined}
    />,
  )
  expect(screen.getByText(/No module reported its engine hours/)).toBeInTheDocument()
})

it('clearing says what it destroys and waits for a yes', async () => {
  const sent: string[] = []
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
    sent.push(`${init?.method ?? 'GET'} ${url} ${typeof init?.body === 'string' ? init.body : ''}`)
    return Promise.resolve(
      new Response(JSON.stringify(['1 fault is active now and will come back unless repaired.']), {
        headers: { 'Content-Type': 'application/json' },
      }),
    )
  })
  render(
    <QueryClientProvider client={new QueryClient()}>
      <ClearFaults job={3} view={view} open onOpenChange={() => undefined} />
    </QueryClientProvider>,
  )
  expect(await screen.findByText(/will come back unless repaired/)).toBeVisible()
  const button = screen.getByRole('button', { name: 'Read, clear, read again' })
  expect(button).toBeDisabled()
  await userEvent.click(screen.getByRole('checkbox'))
  await userEvent.click(button)
  expect(sent.some((s) => s.startsWith('POST /api/jobs/3/faults/clear') && s.includes('"modules":[]'))).toBe(
    true,
  )
})

it('clears one fault alone where somebody chooses it', async () => {
  const sent = stubServer()
  render(
    <QueryClientProvider client={new QueryClient()}>
      <ClearFaults job={3} view={view} open onOpenChange={() => undefined} />
    </QueryClientProvider>,
  )
  expect(screen.queryByLabelText(/Which of its faults/)).toBeNull()
  await userEvent.selectOptions(screen.getByLabelText(/Which modules/), 'm')
  await userEvent.selectOptions(screen.getByLabelText(/Which of its faults/), 'm/102/4')
  await userEvent.click(screen.getByRole('checkbox'))
  await userEvent.click(screen.getByRole('button', { name: 'Read, clear, read again' }))
  await waitFor(() => {
    expect(sent.some((s) => s.startsWith('POST') && s.includes('"fault":"m/102/4"'))).toBe(true)
  })
})

it('says which lamp a fault lights, and what is not confirmed yet', () => {
  renderInJob(
    <LeadList
      view={{
        ...view,
        faults: [
          fault({
            unconfirmed: true,
            active: false,
            lights: { malfunction: 'OFF', stop: 'ON', warning: 'NOT_AVAILABLE', protect: 'OFF' },
          }),
        ],
      }}
      selected="sensor-supply-2"
      onSelect={() => undefined}
    />,
  )
  expect(screen.getByText('there at this moment, not confirmed yet')).toBeTruthy()
  expect(screen.getByText(/lights red stop lamp/)).toBeTruthy()
})

it('the path counts leads, not faults', () => {
  expect(steps(undefined, undefined, view, undefined)[1]?.says).toBe('2 leads, 1 knock-on')
  expect(steps(undefined, undefined, { ...view, leads: view.leads.slice(2) }, undefined)[1]?.says).toBe(
    'none today, 2 earlier',
  )
})

it('says what a lead cannot be told from and what tells them apart', async () => {
  stubServer()
  const one = lead({
    rivals: [{ id: 'coolant-temperature-sensor', title: 'Coolant temperature sensor', by: 'a thermometer' }],
  })
  renderInJob(<LeadWhy job={1} view={{ ...view, leads: [one] }} lead={one} />)
  expect(await screen.findByText(/Cannot be told from: Coolant temperature sensor/)).toBeVisible()
  expect(screen.getByText('What tells them apart: a thermometer')).toBeVisible()
})

it('words claim no more than was told', () => {
  expect(counted(fault({ count: undefined }))).toBe('not counted')
  expect(counted(fault({ count: 126, atCeiling: true }))).toBe('126× or more')
  expect(hoursAgo(0.01)).toBe('just now')
  expect(hoursAgo(131.2)).toBe('131 h ago')
})
