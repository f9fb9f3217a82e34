import { screen, within } from '@testing-library/react'
import { expect, it } from 'vitest'
import type { FaultsView, ModuleLine } from '../api/client'
import { renderInJob } from '../test-support'
import { MonitorsPage } from './MonitorsPage'

type Result = ModuleLine['monitors']['results'][number]

const conversion: Result = {
  spn: 4364,
  fmi: 18,
  test: 247,
  title: 'Nitrogen oxides converted',
  monitor: 'nitrogen oxide catalyst',
  value: 90,
  least: 60,
  unit: '%',
  decimals: 0,
  margin: 50,
  state: 'PASSES',
  says: '',
}

type Standing = FaultsView['standing']

const page = (
  results: Result[],
  standing: Standing,
  complete = true,
  drive = 'Drive until the exhaust is hot.',
  beside: Partial<ModuleLine['monitors']> = {},
) =>
  renderInJob(<MonitorsPage />, {
    faults: {
      state: 'COMPLETE',
      standing,
      readAt: '2026-11-01T10:00:00Z',
      modules: [
        {
          key: 'a',
          title: 'Aftertreatment',
          monitors: {
            monitors: [{ name: 'nitrogen oxide catalyst', complete, drive }],
            ratios: [{ name: 'SPN 4792', completed: 48, possible: 60 }],
            results,
            devices: [],
            ...beside,
          },
        },
        { key: 'b', title: 'Brakes', monitors: { monitors: [], ratios: [], results: [], devices: [] } },
      ],
    } as unknown as FaultsView,
    at: '/faults/monitors',
    route: '/faults/monitors',
  })

it('calls a repair proven only where all have run and pass with room', () => {
  page([conversion], { kind: 'PROVEN', count: 0 })
  expect(screen.getByText(/That proves a repair/)).toBeTruthy()
  const row = screen.getByText('Nitrogen oxides converted').closest('tr')!
  expect(within(row).getByText('90 %')).toBeTruthy()
  expect(within(row).getByText('at least 60 %')).toBeTruthy()
  expect(within(row).getByText('50 %')).toBeTruthy()
  expect(screen.queryByText('Brakes')).toBeNull()
  expect(screen.getByText(/SPN 4792 48 of 60/)).toBeTruthy()
})

it('points out what passes near its limit before it fails', () => {
  page([{ ...conversion, value: 63, margin: 5, state: 'NEAR' }], { kind: 'NEAR', count: 1 })
  expect(screen.getByText(/1 test passes near the limit/)).toBeTruthy()
  expect(screen.getByText('passes, near its limit')).toBeTruthy()
})

it('says what lets a monitor run that has not', () => {
  page(
    [{ ...conversion, value: undefined, margin: undefined, state: 'NOT_RUN' }],
    { kind: 'TO_RUN', count: 1 },
    false,
  )
  expect(screen.getByText(/1 still to run/)).toBeTruthy()
  expect(screen.getByText('Drive until the exhaust is hot.')).toBeTruthy()
  expect(screen.getAllByText('has not run')).toHaveLength(2)
})

it('says so where the pack does not know the drive, and where a module tells no limits', () => {
  page(
    [{ ...conversion, least: undefined, margin: undefined, state: 'NO_LIMITS' }],
    { kind: 'NOT_JUDGED', count: 1 },
    false,
    '',
  )
  expect(screen.getByText(/not proven/)).toBeTruthy()
  expect(screen.getByText(/The pack does not say what lets it run/)).toBeTruthy()
  expect(screen.getByText('The module tells none.')).toBeTruthy()
})

it('puts what fails before everything else', () => {
  page([{ ...conversion, value: 41, margin: -32, state: 'FAILS' }], { kind: 'FAILING', count: 1 }, false)
  expect(screen.getByText(/1 test fails: find why/)).toBeTruthy()
})

it('shows counts that no scaling is known for as counts', () => {
  page([{ ...conversion, unit: '', value: 7, least: 5, monitor: '' }], { kind: 'PROVEN', count: 0 })
  const row = screen.getByText('Nitrogen oxides converted').closest('tr')!
  expect(within(row).getByText('7 counts')).toBeTruthy()
})

it('names a test that its module only numbers by its number, not by an SPN', () => {
  page([{ ...conversion, spn: 0, fmi: 31, test: 3, title: 'Test 3 of the module', unit: '' }], {
    kind: 'PROVEN',
    count: 0,
  })
  expect(screen.getByText('Test 3 of the module')).toBeTruthy()
  expect(screen.queryByText(/SPN 0/)).toBeNull()
})

it('tells what a module counts, and says where it does not tell a figure', () => {
  page([conversion], { kind: 'PROVEN', count: 0 }, true, '', {
    counts: { pending: 1, lampOn: 0, permanent: 2 },
    devices: [{ number: 1, minutes: 606 }, { number: 2 }],
    area: { nox: 'INSIDE', particles: 'NOT_TOLD' },
  })
  expect(
    screen.getByText('1 pending, 0 with the lamp on, not told with it on before, 2 permanent'),
  ).toBeTruthy()
  expect(screen.getByText('device 1 at work 10.1 h; device 2 at work not told')).toBeTruthy()
  expect(screen.getByText('nitrogen oxides inside, particulates not told')).toBeTruthy()
})

it('draws the way to a single limit as long as its margin, and tests without a monitor apart', () => {
  const counts = { ...conversion, monitor: '', unit: '', spn: 0, fmi: 0 }
  page(
    [
      { ...counts, test: 2, title: 'Test 2 of the module', value: 39_705, least: 31_200, margin: 27 },
      { ...counts, test: 1, title: 'Test 1 of the module', value: 41_993, least: 24_000, margin: 75 },
      {
        ...counts,
        test: 3,
        title: 'Test 3 of the module',
        value: 34,
        least: undefined,
        most: 160,
        margin: 79,
      },
    ],
    { kind: 'PROVEN', count: 0 },
  )
  const places = [...document.querySelectorAll<HTMLElement>('td .bg-petrol')].map((m) => m.style.left)
  const inRoom = places.map((p) => (Number.parseFloat(p) - 100 / 6) / (400 / 6))
  expect(inRoom.map((x) => Math.round(100 * x))).toEqual([27, 75, 21])
  const heading = screen.getByText('Tests that name no monitor').closest('tr')!
  expect(heading.nextElementSibling!.textContent).toContain('Test 2 of the module')
})
