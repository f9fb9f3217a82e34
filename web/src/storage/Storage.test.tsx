import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import { MeContext } from '../account/me'
import type { Me } from '../api/client'
import { stubServer } from '../test-support'
import { size, Storage } from './Storage'

afterEach(() => vi.unstubAllGlobals())

const goes = {
  hookUp: 7,
  job: 3,
  number: '2026-103',
  fleetNumber: 'Tipper 14',
  beganAt: '2026-08-01T08:00:00',
  bytes: 12_400_000,
}

const storage = {
  disk: { state: 'ENOUGH', freeBytes: 81e9, totalBytes: 250e9, says: '', next: '' },
  keeping: {
    rule: { days: 90, gigabytes: 20 },
    keptBytes: 3e9,
    pinnedBytes: 1.2e9,
    goes: [],
    goesBytes: 0,
  },
  waitingReports: 0,
  lostReports: 0,
}

function show(rights: Me['rights'], view = storage) {
  const sent = stubServer({ '/api/storage': view, '/api/storage/would-remove': [goes] })
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MeContext value={{ name: 'Manager', role: 'MANAGER', rights, firstAccountWanted: false }}>
        <MemoryRouter>
          <Storage />
        </MemoryRouter>
      </MeContext>
    </QueryClientProvider>,
  )
  return sent
}

it('shows what a rule would remove before it is made the rule', async () => {
  const sent = show(['LOOK', 'MANAGE'])
  const days = await screen.findByLabelText('Days after a hook-up')
  expect(screen.getByText('Nothing is removed by it now.')).toBeInTheDocument()
  await userEvent.clear(days)
  await userEvent.type(days, '30')
  expect(await screen.findByText('This rule would remove: traffic of 1 hook-ups, 12 MB')).toBeInTheDocument()
  expect(screen.getByText('Tipper 14, job 2026-103')).toBeInTheDocument()
  expect(sent).toEqual([])
  await userEvent.click(screen.getByRole('button', { name: 'Make this the rule' }))
  expect(sent).toContain('POST /api/storage/rule {"days":30,"gigabytes":20}')
})

it('who may not change it sees it all the same', async () => {
  show(['LOOK'])
  expect(await screen.findByLabelText('At most, in GB')).toBeDisabled()
  expect(screen.queryByRole('button', { name: 'Make this the rule' })).toBeNull()
})

it.each([
  ['ENOUGH', '12 results, safe on disk'],
  ['FULL', '12 results; those that found no room are in memory alone until there is some'],
])('says where results wait while the disk is %s, and counts what was lost', async (state, says) => {
  show(['LOOK'], { ...storage, disk: { ...storage.disk, state }, waitingReports: 12, lostReports: 3 })
  expect(await screen.findByText(says)).toBeInTheDocument()
  expect(screen.getByText("3 results; see the server's log")).toBeInTheDocument()
})

it('sizes read as people write them', () => {
  expect([0, 999, 1_500, 12_400_000, 81e9].map(size)).toEqual(['0 B', '999 B', '1.5 kB', '12 MB', '81 GB'])
})
