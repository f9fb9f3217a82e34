import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { MemoryRouter } from 'react-router'
import { MeContext } from '../account/me'
import type { FaultsView, Job, Me } from '../api/client'
import { JobContext } from '../job/jobContext'
import { SignOff } from '../signoff/SignOff'
import { jobStore } from '../stream/jobStore'
import { type JobLive, NOTHING } from '../stream/useJobStream'
import type { LinkState } from '../stream/types'
import { Compare } from './Compare'
import { Faults } from './Faults'
import { Snapshots } from './Snapshots'

const job: Job = {
  id: 3,
  number: '2026-103',
  unitId: 1,
  fleetNumber: 'Tipper 14',
  complaint: 'no power',
  state: 'OPEN',
  openedAt: '2026-11-23T08:00:00Z',
  openedBy: 'T',
}

const up: LinkState = {
  state: 'UP',
  says: 'Hooked up.',
  next: '',
  link: 'Tipper 14',
  linkId: 'sim/t',
  simulated: 't',
  bus: 'can250',
  bitRate: 250_000,
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
}

const view: FaultsView = {
  readId: 5,
  state: 'COMPLETE',
  readAt: '2026-11-23T10:00:00Z',
  why: 'ROLL',
  hours: 1000,
  pack: 'Test truck',
  leads: [
    {
      id: 'egr-valve',
      title: 'Exhaust recirculation valve',
      bearing: 'TODAY',
      mark: 'NOW',
      reasons: ['reported 3 times'],
      signs: ['m/2791/7'],
      knockOns: [],
      times: 3,
      hoursAgo: 0,
      firstOfEpisode: false,
      moved: '',
      what: 'Lets exhaust back into the intake.',
      normal: 'Loses less than \uFFF910 kPa\uFFFB.',
      effects: 'Smoke.',
      causes: ['Valve stuck with soot.'],
      next: ['Move it with the key on.'],
      guides: [],
      rivals: [],
      circuit: false,
    },
  ],
  faults: [
    {
      key: 'm/2791/7',
      module: 'm',
      moduleTitle: 'Engine',
      spn: 2791,
      fmi: 7,
      component: 'EGR valve',
      mode: 'not responding',
      severity: '',
      count: 3,
      atCeiling: false,
      active: true,
      failsNow: false,
      unconfirmed: false,
      emission: true,
      states: ['ACTIVE'],
      conversion: 'V4',
      bearing: 'TODAY',
      firstHour: 990,
      lastHour: 1000,
      snapshots: 1,
    },
  ],
  modules: [
    {
      key: 'm',
      title: 'Engine',
      read: true,
      services: true,
      faults: 1,
      lists: {},
      monitors: { monitors: [], ratios: [], results: [], devices: [] },
      oddities: [],
    },
    {
      key: 'b',
      title: 'Body',
      read: false,
      services: false,
      faults: 0,
      lists: {},
      monitors: { monitors: [], ratios: [], results: [], devices: [] },
      oddities: ['It stopped answering; some of its faults may be missing.'],
    },
  ],
  events: [],
  standing: { kind: 'NOT_TOLD', count: 0 },
  moves: 1,
}

const sent: string[] = []
let answers: Record<string, unknown> = {}

beforeEach(() => {
  sent.length = 0
  answers = {}
  vi.stubGlobal('fetch', (url: string, init?: RequestInit) => {
    sent.push(`${init?.method ?? 'GET'} ${url} ${typeof init?.body === 'string' ? init.body : ''}`.trim())
    const key = Object.keys(answers).find((k) => url.includes(k))
    return Promise.resolve(
      new Response(JSON.stringify(key ? answers[key] : url.includes('/quantities') ? [] : {}), {
        headers: { 'Content-Type': 'application/json' },
      }),
    )
  })
})
afterEach(() => vi.unstubAllGlobals())

function show(
  element: React.ReactElement,
  {
    faults,
    live = {},
    rights = ['LOOK', 'NOTE', 'READ', 'COMMAND'],
    path = '/',
  }: { faults?: FaultsView; live?: Partial<JobLive>; rights?: Me['rights']; path?: string } = {},
) {
  const why = document.createElement('div')
  document.body.append(why)
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MeContext value={{ name: 'T', rights, firstAccountWanted: false }}>
        <JobContext
          value={{
            job,
            store: jobStore({ ...NOTHING, ...live }),
            roll: undefined,
            faults,
            story: undefined,
            whyNode: why,
          }}
        >
          <MemoryRouter initialEntries={[path]}>{element}</MemoryRouter>
        </JobContext>
      </MeContext>
    </QueryClientProvider>,
  )
  return why
}

it('before the first read it says what to do, and does it', async () => {
  show(<Faults />, { live: { link: up } })
  await userEvent.click(screen.getByRole('button', { name: 'Call the roll and read the faults' }))
  expect(sent).toContain('POST /api/jobs/3/roll-call {"full":true}')
})

it('without a link it leads to the hook-up', () => {
  show(<Faults />)
  expect(screen.getByRole('link', { name: 'Hook up first' })).toHaveAttribute('href', '/jobs/3/hook-up')
})

it('the why column answers for the first lead and ends in next steps', () => {
  const why = show(<Faults />, { faults: view, live: { link: up } })
  const column = within(why)
  expect(column.getByText('Lets exhaust back into the intake.')).toBeInTheDocument()
  expect(column.getByText('Loses less than 10 kPa.')).toBeInTheDocument()
  expect(column.getByText('Move it with the key on.')).toBeInTheDocument()
  expect(column.getByRole('link', { name: 'Its freeze frame' })).toHaveAttribute(
    'href',
    '/jobs/3/faults/snapshots?read=5&fault=m%2F2791%2F7',
  )
  expect(screen.getByText(/nothing is known of their faults: Body/)).toBeInTheDocument()
  expect(screen.getByText(/It stopped answering/)).toBeInTheDocument()
})

it('who may only read is offered no command', () => {
  show(<Faults />, { faults: view, live: { link: up }, rights: ['LOOK', 'NOTE', 'READ'] })
  expect(screen.getByRole('button', { name: 'Read faults again' })).toBeEnabled()
  expect(screen.queryByRole('button', { name: 'Clear faults' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'Test circuits now' })).toBeNull()
})

it('reads again, watches, tests, takes a move back', async () => {
  answers = { 'moves/last': { ...view, moves: 0 } }
  show(<Faults />, { faults: view, live: { link: up } })
  for (const name of [
    'Read faults again',
    'Test circuits now',
    'Watch for changes',
    'Take the last move back',
  ])
    await userEvent.click(screen.getByRole('button', { name }))
  expect(sent).toContain('POST /api/jobs/3/faults/read')
  expect(sent).toContain('POST /api/jobs/3/faults/self-test')
  expect(sent).toContain('POST /api/jobs/3/faults/watch {"on":true}')
  expect(sent).toContain('DELETE /api/jobs/3/faults/moves/last')
  expect(await screen.findByRole('button', { name: 'Stop watching for changes' })).toBeVisible()
})

it('tells changes and how far a self-test is', () => {
  show(<Faults />, {
    faults: view,
    live: {
      link: up,
      changed: ['Coolant level: gone'],
      selfTest: {
        ended: false,
        modules: [
          { title: 'Engine', ended: true, passed: true, says: '1 found now' },
          { title: 'Brakes', ended: false, passed: false, says: 'under way' },
        ],
      },
    },
  })
  expect(screen.getByText('Coolant level: gone')).toBeInTheDocument()
  expect(screen.getByText(/1 of 2 done/)).toBeInTheDocument()
})

it('a lead is moved only with a reason', async () => {
  answers = { '/moves': view }
  const why = show(<Faults />, { faults: view, live: { link: up } })
  await userEvent.click(within(why).getByRole('button', { name: 'Move this lead' }))
  await userEvent.type(screen.getByLabelText('Why'), 'seen stuck')
  await userEvent.click(screen.getByRole('button', { name: 'Move it' }))
  expect(sent).toContain('POST /api/jobs/3/faults/moves {"what":"egr-valve","to":"","reason":"seen stuck"}')
})

it('nothing of today is said in words', () => {
  const old = { ...view, leads: view.leads.map((l) => ({ ...l, bearing: 'OLD' as const })) }
  show(<Faults />, { faults: old })
  expect(screen.getByText(/Nothing here belongs to today/)).toBeInTheDocument()
})

it('no fault at all says what next', () => {
  show(<Faults />, { faults: { ...view, leads: [], faults: [] } })
  expect(screen.getByText(/No module keeps a fault/)).toBeInTheDocument()
})

it('two reads are compared, the newest two first', async () => {
  answers = {
    '/reads': [
      {
        id: 9,
        readAt: '2026-11-23T12:00:00Z',
        why: 'ASKED',
        state: 'COMPLETE',
        faults: 1,
        active: 0,
        who: 'T',
      },
      {
        id: 5,
        readAt: '2026-11-23T10:00:00Z',
        why: 'ROLL',
        state: 'COMPLETE',
        faults: 1,
        active: 1,
        who: 'T',
      },
    ],
    '/difference': [
      {
        key: 'm/2791/7',
        moduleTitle: 'Engine',
        spn: 2791,
        fmi: 7,
        component: 'EGR valve',
        mode: 'not responding',
        change: 'NOW_EARLIER',
        says: 'went from active to earlier',
        counted: 2,
      },
    ],
  }
  show(<Compare />)
  expect(await screen.findByText('went from active to earlier')).toBeVisible()
  expect(screen.getByText('2 times more')).toBeVisible()
  expect(sent).toContain('GET /api/jobs/3/faults/difference?before=5&after=9')
})

it('one read alone cannot be compared', async () => {
  answers = { '/reads': [] }
  show(<Compare />)
  expect(await screen.findByText(/No read is stored yet/)).toBeVisible()
})

it('frozen values keep states in words and say why a value is marked', async () => {
  answers = {
    '/snapshots': {
      columns: ['Occurrence, first'],
      rows: [
        {
          name: 'Engine speed',
          unit: 'rpm',
          decimals: 1,
          derived: false,
          cells: [{ value: 600, state: 'VALID', mark: '' }],
        },
        {
          name: 'Oil pressure',
          unit: 'kPa',
          decimals: 0,
          derived: false,
          cells: [{ state: 'ERROR', mark: 'the module did not believe this sensor' }],
        },
        {
          name: 'Pressure ratio',
          unit: '1',
          decimals: 2,
          derived: true,
          cells: [{ value: 1.5, state: 'VALID', mark: 'little charge' }],
        },
      ],
    },
    '/quantities': [],
  }
  const why = show(<Snapshots />, { faults: view, path: '/x?read=5&fault=m%2F2791%2F7' })
  expect(await screen.findByText('sensor error')).toBeVisible()
  expect(screen.getByText('1.50')).toBeVisible()
  expect(screen.getByText('(worked out)')).toBeVisible()
  expect(within(why).getByText('Pressure ratio: little charge')).toBeInTheDocument()
})

it('sign-off lists what is open with what to do, and hands out the report', async () => {
  answers = {
    '/sign-off': {
      open: [{ says: 'Retarder module does not answer.', next: 'Bring it back on the bus.' }],
      changes: [],
      reads: 1,
      tests: [],
      traces: [
        {
          id: 4,
          title: 'Oil pressure sensor and its three wires',
          at: '2026-11-25T10:00:00Z',
          word: 'found',
          says: 'The signal wire touches ground.',
          next: '',
          assumed: ['Volts at the plug. assumed: no meter'],
        },
      ],
    },
  }
  show(<SignOff />, { faults: view })
  expect(await screen.findByText('Retarder module does not answer.')).toBeVisible()
  expect(screen.getByText('Bring it back on the bus.')).toBeVisible()
  expect(screen.getByText(/1 thing open/)).toBeVisible()
  expect(screen.getByText('The signal wire touches ground.')).toBeVisible()
  expect(screen.getByText('Assumed')).toHaveClass('mark-dotted')
  expect(screen.getByRole('link', { name: 'Report, one page' })).toHaveAttribute(
    'href',
    '/api/jobs/3/report.pdf?units=METRIC',
  )
})

it('sign-off with nothing open says what is left to do', async () => {
  answers = {
    '/sign-off': {
      open: [],
      changes: [
        { change: 'gone', component: 'EGR valve', mode: 'stuck', moduleTitle: 'Engine', spn: 2791, fmi: 7 },
      ],
      reads: 2,
      tests: [],
      traces: [],
    },
  }
  show(<SignOff />, { faults: view })
  expect(await screen.findByText('nothing is open')).toBeVisible()
  expect(screen.getByText('gone')).toBeVisible()
})
