import { screen, within } from '@testing-library/react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { VesselState, VesselTold } from '../stream/types'
import { renderInJob, stubServer } from '../test-support'
import { VesselPage } from './VesselPage'

const told = (name: string, more: Partial<VesselTold>): VesselTold => ({
  name,
  value: null,
  words: '',
  unit: '1',
  decimals: 0,
  source: 40,
  ageMs: 100,
  ...more,
})

const vessel: VesselState = {
  bus: 'n2k250',
  heard: true,
  says: 'Listening; nothing is sent to it.',
  frames: 900,
  dropped: 0,
  things: [
    {
      about: 'ENGINE',
      name: 'Port engine',
      values: [
        told('Engine speed', { value: 602, unit: 'rpm' }),
        told('Warnings', { words: 'none' }),
        told('Coolant pressure', { words: 'not available', unit: 'kPa' }),
      ],
    },
    {
      about: 'ENGINE',
      name: 'Starboard engine',
      values: [
        told('Engine speed', { value: 598, unit: 'rpm', ageMs: 9000 }),
        told('Warnings', { words: 'check engine' }),
        told('Coolant pressure', { words: 'not available', unit: 'kPa' }),
      ],
    },
  ],
  devices: [
    { source: 40, model: 'Shaftgate', software: 'SG 1.6', name: null, ageMs: 50 },
    { source: 50, model: '', software: '', name: null, ageMs: 20_000 },
  ],
}

beforeEach(() => stubServer())
afterEach(() => vi.unstubAllGlobals())

it('sets port beside starboard, says states in words and what is stale', () => {
  renderInJob(<VesselPage />, { live: { vessel } })
  const rows = within(screen.getByRole('region', { name: 'Engines' })).getAllByRole('row')
  expect(rows.map((r) => r.textContent)).toEqual([
    'Port engineStarboard engine',
    'Engine speed602 rpmstale, 9 s old',
    'Warningsnonecheck engine',
  ])
  expect(screen.getByText('Not available: coolant pressure.')).toBeTruthy()
})

it('names devices, those nobody asked and those that fell silent', () => {
  renderInJob(<VesselPage />, { live: { vessel } })
  const lines = within(screen.getByRole('region', { name: 'Devices' })).getAllByRole('listitem')
  expect(lines[0]?.textContent).toBe('address 40Shaftgate SG 1.6sends')
  expect(lines[1]?.textContent).toContain('silent for 20 s')
})

it('says what to do where the network is silent or not there at all', () => {
  renderInJob(<VesselPage />, { live: { vessel: { ...vessel, heard: false, things: [], devices: [] } } })
  expect(screen.getByRole('alert').textContent).toContain('Is it switched on at the panel?')
  renderInJob(<VesselPage />)
  expect(screen.getByText(/No vessel network is heard/)).toBeTruthy()
})
