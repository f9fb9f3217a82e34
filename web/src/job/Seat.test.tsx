import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { Me } from '../api/client'
import { renderInJob } from '../test-support'
import { Seat } from './Seat'

const called: string[] = []

afterEach(() => {
  called.length = 0
  vi.unstubAllGlobals()
})

async function open(me: Partial<Me>, holder: string | null) {
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    called.push(`${init.method} ${path}`)
    const body =
      path === '/api/account'
        ? [
            { name: 'Technician 1', role: 'TECHNICIAN' },
            { name: 'Technician 2', role: 'TECHNICIAN' },
            { name: 'Apprentice 1', role: 'APPRENTICE' },
          ]
        : { holder, takenAt: null, askedAt: '2026-11-23T10:00:00Z' }
    return Promise.resolve(new Response(JSON.stringify(body), { status: 200 }))
  })
  renderInJob(<Seat job={3} />, {
    me: { rights: ['LOOK', 'COMMAND'], firstAccountWanted: false, role: 'TECHNICIAN', ...me },
  })
  const label = holder === null ? 'Seat free' : holder === me.name ? 'Your seat' : holder
  await userEvent.click(await screen.findByRole('button', { name: label }))
}

it('a free seat is taken', async () => {
  await open({ name: 'Technician 1' }, null)
  await userEvent.click(screen.getByRole('button', { name: 'Take the seat' }))
  expect(called).toContain('POST /api/jobs/3/seat')
})

it('the holder hands it to those who may have it', async () => {
  await open({ name: 'Technician 1' }, 'Technician 1')
  expect(await screen.findByRole('button', { name: 'Hand it to Technician 2' })).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: /Apprentice/ })).toBeNull()
  await userEvent.click(screen.getByRole('button', { name: 'Give it up' }))
  expect(called).toContain('DELETE /api/jobs/3/seat')
})

it('a technician cannot take it from another, a manager can', async () => {
  await open({ name: 'Technician 1' }, 'Technician 2')
  expect(screen.queryByRole('button', { name: /Take/ })).toBeNull()
})

it('a manager takes it from whoever has it', async () => {
  await open({ name: 'Manager', role: 'MANAGER' }, 'Technician 2')
  expect(screen.getByRole('button', { name: 'Take it from Technician 2' })).toBeInTheDocument()
})

it('an apprentice is told that he may look', async () => {
  await open({ name: 'Apprentice 1', role: 'APPRENTICE', rights: ['LOOK', 'READ'] }, null)
  expect(screen.getByText(/Your role may look and read/)).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: 'Take the seat' })).toBeNull()
})
