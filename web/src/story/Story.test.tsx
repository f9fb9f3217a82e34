import { screen, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { Comparison as Compared, StoryView } from '../api/client'
import type { LinkState } from '../stream/types'
import { person, renderInJob, stubServer } from '../test-support'
import { Comparison } from './Comparison'
import { shares } from './DutyMap'
import { Story } from './Story'
import { lasting } from './words'

const up = { state: 'UP', address: 249, held: [] } as unknown as LinkState

const story: StoryView = {
  readId: 4,
  state: 'COMPLETE',
  readAt: '2026-11-23T10:00:00Z',
  why: 'ROLL',
  hours: 1000,
  pack: 'Test truck',
  findings: [
    {
      kind: 'WIPED_LATELY',
      title: { text: 'Faults were cleared 3.2 engine hours before this visit.' },
      reasons: [{ text: 'The trail names it.' }, { text: 'DM21 counts it.' }, { text: 'DM26 counts it.' }],
      next: 'Ask who cleared them.',
    },
    {
      kind: 'USE',
      title: { text: 'It idles 44 % of its hours.' },
      reasons: [],
      next: 'Tell the one who pays.',
    },
  ],
  protection: [
    {
      module: 'Engine',
      name: 'Coolant temperature',
      unit: '°C',
      above: true,
      severity: 2,
      severityText: 'took power away',
      limit: 104,
      peak: 113,
      count: 3,
      seconds: 720,
      firstHour: 970,
      lastHour: 996.5,
      peakHour: 980,
    },
  ],
  engines: [
    {
      name: '',
      hours: 1000,
      figures: [
        {
          figure: 'HOURS',
          title: 'Hours',
          unit: 'h',
          trip: 247.4,
          life: 1000,
          like: undefined,
          likeUnits: 0,
        },
        { figure: 'IDLE_SHARE', title: 'Idle share', unit: '%', trip: 44, life: 40, like: 21, likeUnits: 5 },
        {
          figure: 'FUEL',
          title: 'Fuel',
          unit: 'L',
          trip: undefined,
          life: 5200,
          like: undefined,
          likeUnits: 0,
        },
      ],
      lifeDuty: {
        rpm: [700, 900],
        load: [50, 100],
        seconds: [
          [300, 0],
          [0, 0],
          [0, 100],
        ],
      },
      bands: { kmh: [1, 20], hours: [500, 0, 500] },
      regenerations: [
        {
          clean: false,
          end: 'Engine switched off',
          parked: false,
          minutes: 12,
          sootPercent: 60,
          hour: 990,
          sinceHours: 40,
          sinceKilometres: 900,
          idlePercent: 44,
          starts: 31,
        },
        {
          clean: true,
          end: 'Finished, clean',
          parked: true,
          minutes: 48,
          sootPercent: 61,
          hour: 950,
          sinceHours: undefined,
          sinceKilometres: undefined,
          idlePercent: 20,
          starts: 4,
        },
      ],
    },
  ],
  trail: [
    { module: 'Engine', deed: 'CLEAR', title: 'Faults cleared', hour: 996.8, tool: 'HANDY-2' },
    { module: 'Engine', deed: undefined, title: 'Deed 9, unknown to the pack', hour: 900, tool: '' },
  ],
  counters: [
    { module: 'Engine', spn: 110, name: 'Coolant temperature', count: 7, before: 2, grew: 5, note: '' },
    { module: 'Engine', spn: 94, name: 'Fuel delivery', count: 1, before: undefined, grew: 0, note: '' },
  ],
  modules: [
    { key: 'e', title: 'Engine', tells: true, ended: true, hours: 1000, oddities: [] },
    {
      key: 'b',
      title: 'Brakes',
      tells: true,
      ended: true,
      hours: undefined,
      oddities: ['It stopped answering.'],
    },
  ],
  resets: true,
}

let sent: string[] = []

beforeEach(() => {
  sent = stubServer()
})
afterEach(() => vi.unstubAllGlobals())

const page = (drawn: Parameters<typeof renderInJob>[1] = {}) =>
  renderInJob(<Story />, { live: { link: up }, story, ...drawn })

it('begins with what was wiped, its reasons and the next step', async () => {
  const why = page()
  const findings = screen.getByRole('list', { name: 'Findings' })
  const first = within(findings).getAllByRole('listitem')[0]
  expect(first?.textContent).toContain('Wiped')
  expect(first?.textContent).toContain('Faults were cleared 3.2 engine hours before this visit.')
  expect(first?.textContent).toContain('DM26 counts it.')
  expect(why.textContent).toContain('Ask who cleared them.')
  await userEvent.click(screen.getByText('It idles 44 % of its hours.'))
  expect(why.textContent).toContain('Tell the one who pays.')
  expect(within(findings).getAllByRole('listitem')[0]?.textContent).toContain('and 1 more reasons')
})

it('tells how far, how often and how long ago a limit was passed', () => {
  page()
  const row = within(screen.getByRole('region', { name: 'Protection' })).getAllByRole('row')[1]
  expect(row?.textContent).toBe('Coolant temperature, too high113 °C104 °C312 min3.5took power away')
})

it('shows trip beside life and the middle of its like, and says what is not told', () => {
  page()
  const rows = within(screen.getByRole('region', { name: 'Trip and life' })).getAllByRole('row')
  expect(rows[1]?.textContent).toBe('Hours247.4 h1,000.0 h')
  expect(rows[2]?.textContent).toBe('Idle share44 %40 %21 % of 5')
  expect(rows[3]?.textContent).toBe('Fuelnot reported5,200 L')
})

it('sets the figures of two engines side by side, each with its own hours', () => {
  const one = story.engines[0]!
  page({
    story: {
      ...story,
      engines: [
        { ...one, name: 'Port engine', hours: 8214.6 },
        { ...one, name: 'Starboard engine', hours: 11902.3, figures: one.figures.slice(0, 1) },
      ],
    },
  })
  const region = screen.getByRole('region', { name: 'Trip and life' })
  const rows = within(region).getAllByRole('row')
  expect(rows[0]?.textContent).toBe('Port engine, 8,214.6 hStarboard engine, 11,902.3 h')
  expect(rows[3]?.textContent).toBe('Idle share44 %40 %not reportednot reported21 % of 5')
  expect(screen.getByRole('img', { name: 'Map of speed and load, starboard engine' })).toBeTruthy()
})

it('draws the map of speed and load in percent of the time', () => {
  expect(shares({ rpm: [700], load: [50], seconds: [[300], [100]] })).toEqual([[75], [25]])
  expect(shares({ rpm: [700], load: [50], seconds: [[0], [0]] })).toEqual([[0], [0]])
  page()
  const map = screen.getByRole('img', { name: 'Map of speed and load' })
  expect(within(map).getByText('75')).toBeTruthy()
  expect(map.textContent).toContain('over 900 rpm, load up to 100 %: 25.00 % of the time')
})

it('names tools of the trail, unknown deeds and what did not come', () => {
  page()
  expect(screen.getByRole('region', { name: 'Trail' }).textContent).toContain(
    '996.8 hFaults cleared EngineHANDY-2',
  )
  expect(screen.getByRole('region', { name: 'Trail' }).textContent).toContain('tool not named')
  const counters = within(screen.getByRole('region', { name: 'Failure counters' })).getAllByRole('row')
  expect(counters[1]?.textContent).toContain('5 more')
  expect(counters[2]?.textContent).toContain('no visit before')
  expect(screen.getByText('It stopped answering.', { exact: false })).toBeTruthy()
})

it('resets the trip only after saying what that does, and only with the right to command', async () => {
  page()
  await userEvent.click(screen.getByText('Reset the trip'))
  expect(screen.getByText(/read and stored first/)).toBeTruthy()
  expect(sent).toEqual([])
  await userEvent.click(screen.getByText('Store the trip and begin a new one'))
  expect(sent).toEqual(['POST /api/jobs/3/story/trip-reset'])
})

it('offers no reset to somebody who only reads', () => {
  page({ me: person('LOOK', 'READ') })
  expect(screen.queryByText('Reset the trip')).toBeNull()
  expect(screen.getByText('Read the story again')).toBeTruthy()
})

it('says what the story is where none was read, and where to begin', () => {
  page({ story: undefined, live: { link: { ...up, state: 'OFF' } } })
  expect(screen.getByText('Hook up first')).toBeTruthy()
})

it('is calm where there is nothing to point out', () => {
  page({ story: { ...story, findings: [], protection: [] } })
  expect(screen.getByText(/no sign of a clear before this visit/)).toBeTruthy()
  expect(screen.getByText('Nothing left its safe range.')).toBeTruthy()
})

it('says how long something lasted in a fitting unit', () => {
  expect([lasting(40), lasting(720), lasting(31_000)]).toEqual(['40 s', '12 min', '8.6 h'])
})

it('compares a figure over units and visits, this unit marked', async () => {
  const compared: Compared = {
    figure: 'IDLE_SHARE',
    title: 'Idle share',
    unit: '%',
    units: [
      {
        unitId: 2,
        fleetNumber: 'Tipper 9',
        engine: '',
        pack: 'T',
        readAt: '2026-11-23T10:00:00Z',
        hours: 900,
        amount: 20,
      },
      {
        unitId: 1,
        fleetNumber: 'Tipper 14',
        engine: '',
        pack: 'T',
        readAt: '2026-11-23T10:00:00Z',
        hours: 900,
        amount: 44,
      },
    ],
    visits: [
      { jobId: 3, number: '2026-103', engine: '', readAt: '2026-11-23T10:00:00Z', hours: 900, amount: 44 },
    ],
  }
  stubServer({ '/api/units/1/figures/IDLE_SHARE': compared })
  renderInJob(<Comparison />)
  const units = await screen.findByRole('region', { name: 'Over units' })
  expect(
    within(units)
      .getAllByRole('listitem')
      .map((l) => l.textContent),
  ).toEqual(['Tipper 920 %', 'Tipper 1444 %'])
  expect(screen.getByText('One visit so far; the next will be shown beside it.')).toBeTruthy()
})

it('shows each regeneration with how it ended and how far the unit had come', async () => {
  stubServer({ '/api/me': person('TECHNICIAN') })
  renderInJob(<Story />, { story, live: { link: up } })
  const table = within(await screen.findByRole('region', { name: 'Regenerations of the filter' }))
  const rows = table.getAllByRole('row').slice(1)
  expect(rows[0]).toHaveTextContent('10.0Aborted: Engine switched off900 km12 min44 %31')
  expect(rows[1]).toHaveTextContent('50.0Finished, clean, parked48 min20 %4')
  expect(table.getByText(/1 of the last 2 finished/)).toBeVisible()
  expect(table.queryByRole('button')).toBeNull()
})
