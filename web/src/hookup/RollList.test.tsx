import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { expect, it, vi } from 'vitest'
import type { Module, Roll } from '../api/client'
import { presence, RollList } from './RollList'

function module(part: Partial<Module>): Module {
  return {
    key: 'k',
    title: 'Engine',
    address: 0,
    presence: 'ANSWERS',
    expected: true,
    unexpected: false,
    identity: {
      maker: 'Orrendale',
      model: 'Korvane 6',
      serial: '',
      unitNumber: '',
      partNumber: '',
      moduleSerial: '',
      software: [],
      calibrations: [],
      vin: '',
    },
    faults: [],
    told: { ACTIVE_FAULTS: 'GIVEN' },
    oddities: [],
    checks: [],
    ...part,
  }
}

const roll: Roll = {
  full: true,
  state: 'COMPLETE',
  calledAt: '2026-11-23T10:00:00Z',
  seconds: 4.15,
  pack: 'Test truck',
  notes: ['The modules name different VINs.'],
  modules: [
    module({ key: 'c', title: 'Retarder', address: 16, presence: 'SILENT', checks: ['Fuse 31.'] }),
    module({ key: 'a', title: 'Engine' }),
    module({ key: 'b', title: 'Tyre pressure', address: 51, unexpected: true, expected: false }),
  ],
  faults: [],
}

it('keeps the order of the core, and never leaves a silent module out', () => {
  render(<RollList roll={roll} selected={undefined} onSelect={() => undefined} job={1} />, {
    wrapper: MemoryRouter,
  })
  const lines = screen.getAllByRole('listitem').map((l) => l.textContent)
  expect(lines[0]).toContain('Retarder')
  expect(lines[0]).toContain('Check first: Fuse 31.')
  expect(lines[1]).toContain('no fault')
  expect(lines[2]).toContain('not expected on this unit')
  expect(screen.getByText('The modules name different VINs.')).toBeInTheDocument()
  expect(screen.getByText(/2 modules answer, 1 silent/)).toBeInTheDocument()
})

it('tells which module was chosen', async () => {
  const chosen = vi.fn()
  render(<RollList roll={roll} selected="a" onSelect={chosen} job={1} />, { wrapper: MemoryRouter })
  expect(screen.getByRole('button', { name: /Engine/ })).toHaveAttribute('aria-pressed', 'true')
  await userEvent.click(screen.getByRole('button', { name: /Retarder/ }))
  expect(chosen).toHaveBeenCalledWith('c')
})

it('marks presence in words', () => {
  expect(presence(module({})).mark).toBe('Answers')
  expect(presence(module({ presence: 'SILENT' })).style).toBe('dotted')
  expect(presence(module({ presence: 'WAITED_FOR' })).mark).toBe('waited for')
  expect(presence(module({ presence: 'SENDS_ONLY' })).mark).toBe('Sends only')
  expect(presence(module({ presence: 'NOT_ASKED' })).mark).toBe('not asked')
})
