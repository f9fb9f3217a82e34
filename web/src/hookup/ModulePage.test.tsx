import { screen } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { FaultsView, Module, Roll } from '../api/client'
import { renderInJob, stubServer } from '../test-support'
import { ModulePage } from './ModulePage'

beforeEach(() => void stubServer({ '/api/quantities': [] }))
afterEach(() => vi.unstubAllGlobals())

const identity = {
  maker: 'Orrendale',
  model: 'Korvane 6',
  serial: 'S1',
  unitNumber: '',
  partNumber: 'P70000',
  moduleSerial: '',
  vin: 'SMW0TPR1400018204',
  software: ['KV6-BASE 4.18'],
  calibrations: [{ id: 'KV6-CAL 4.18.07', verification: '5A001EEF' }],
  hours: 18_204.6,
  kilometres: null,
}

const engine = {
  key: 'can250-1',
  title: 'Engine',
  address: 0,
  presence: 'ANSWERS',
  expected: true,
  unexpected: false,
  identity,
  faults: [],
  oddities: [],
  checks: [],
  told: { ACTIVE_FAULTS: 'GIVEN' },
  lamps: { malfunction: 'OFF', stop: 'OFF', warning: 'ON', protect: 'OFF' },
} as unknown as Module

const silent = {
  ...engine,
  key: 'can250-16',
  title: 'Retarder',
  presence: 'SILENT',
  checks: ['Fuse 31 in the chassis box, 10 A.'],
  lamps: null,
} as unknown as Module

const roll = { state: 'COMPLETE', full: true, modules: [engine, silent] } as unknown as Roll

const read = (monitors: { name: string; complete: boolean }[], ignitionCycles: number | null = 412) =>
  ({
    modules: [
      { key: 'can250-1', title: 'Engine', monitors: { monitors, ratios: [], results: [], ignitionCycles } },
    ],
  }) as unknown as FaultsView

const page = (key: string, faults?: FaultsView) =>
  renderInJob(<ModulePage />, { roll, faults, at: `/modules/${key}`, route: '/modules/:module' })

it('tells who the module is and what it was asked', () => {
  page('can250-1')
  expect(screen.getAllByText(/Korvane 6/).length).toBeGreaterThan(0)
  expect(screen.getByText('SMW0TPR1400018204')).toBeTruthy()
  expect(screen.getByText(/KV6-CAL 4.18.07, verification/)).toBeTruthy()
  expect(screen.getByText('It reports none.')).toBeTruthy()
  expect(screen.queryByText('Monitors of the emissions')).toBeNull()
})

it('names the monitors that have not run since the last clear, and what to do', () => {
  page(
    'can250-1',
    read([
      { name: 'misfire', complete: true },
      { name: 'particulate filter', complete: false },
    ]),
  )
  expect(screen.getByText('1 of 2 have run since the last clear.')).toBeTruthy()
  expect(screen.getByText(/Not yet: particulate filter. Drive until they have/)).toBeTruthy()
  expect(screen.getByText(/412 starts counted/)).toBeTruthy()
})

it('claims no starts where the module does not count them', () => {
  page('can250-1', read([{ name: 'misfire', complete: true }], null))
  expect(screen.queryByText(/starts counted/)).toBeNull()
  expect(screen.queryByText(/Not yet/)).toBeNull()
})

it('says so where the module tells no monitors', () => {
  page('can250-1', read([]))
  expect(screen.getByText('It reports no monitors.')).toBeTruthy()
})

it('gives the checks of a silent module in their order', () => {
  const why = page('can250-16')
  expect(why.textContent).toContain('Retarder is silent')
  expect(why.textContent).toContain('Fuse 31 in the chassis box, 10 A.')
})

it('leads back where the roll does not have the module', () => {
  page('can250-99')
  expect(screen.getByText('This module is not on the roll')).toBeTruthy()
  expect(screen.getByText('Back to the roll').getAttribute('href')).toBe('/jobs/3/hook-up')
})
