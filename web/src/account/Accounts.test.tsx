import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { afterEach, expect, it, vi } from 'vitest'
import type { Me } from '../api/client'
import { stubServer } from '../test-support'
import { Accounts } from './Accounts'
import { MeContext } from './me'

afterEach(() => vi.unstubAllGlobals())

const people = [
  { id: 1, name: 'Manager', role: 'MANAGER' },
  { id: 2, name: 'Technician 1', role: 'TECHNICIAN' },
]

function show(rights: Me['rights']) {
  const sent = stubServer({ '/api/account': people })
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MeContext value={{ name: 'Manager', role: 'MANAGER', rights, firstAccountWanted: false }}>
        <MemoryRouter>
          <Accounts />
        </MemoryRouter>
      </MeContext>
    </QueryClientProvider>,
  )
  return sent
}

it('everybody changes his own password', async () => {
  const sent = show(['LOOK'])
  await userEvent.type(screen.getByLabelText('Current password'), 'the old one')
  await userEvent.type(screen.getByLabelText('New password'), 'four words that differ')
  await userEvent.click(screen.getByRole('button', { name: 'Change password' }))
  expect(await screen.findByText(/Changed\. You stay signed in here/)).toBeInTheDocument()
  expect(sent).toContain(
    'POST /api/account/password {"old":"the old one","password":"four words that differ"}',
  )
  expect(screen.queryByRole('button', { name: 'Change Technician 1' })).toBeNull()
})

it('a manager gives a new password, and ends an account only after he was asked', async () => {
  const sent = show(['LOOK', 'MANAGE'])
  await userEvent.click(await screen.findByRole('button', { name: 'Change Technician 1' }))
  await userEvent.click(screen.getByRole('button', { name: 'End this account …' }))
  expect(sent).toEqual([])
  expect(screen.getByText(/Everything that was entered under this name stays/)).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: 'End the account of Technician 1' }))
  expect(sent).toContain('POST /api/account/2/end')
})
