import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import type { ReactElement } from 'react'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { Gate } from './Gate'

interface Reply {
  status?: number
  body: unknown
}

const inside = <p>Inside</p>
const calls: { method: string; path: string; body: string }[] = []
let replies: Record<string, Reply> = {}

beforeEach(() => {
  calls.length = 0
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const method = init.method ?? 'GET'
    calls.push({ method, path, body: typeof init.body === 'string' ? init.body : '' })
    const reply = replies[`${method} ${path}`] ?? {
      status: 404,
      body: { message: 'nothing there', next: '' },
    }
    return Promise.resolve(new Response(JSON.stringify(reply.body), { status: reply.status ?? 200 }))
  })
})
afterEach(() => vi.unstubAllGlobals())

function show(element: ReactElement) {
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      {element}
    </QueryClientProvider>,
  )
}

const nobody = { name: null, role: null, rights: [], firstAccountWanted: false }
const somebody = { name: 'Technician 1', role: 'TECHNICIAN', rights: ['LOOK'], firstAccountWanted: false }

it('asks who is there, and lets him in who has signed in', async () => {
  replies = { 'GET /api/account/me': { body: nobody }, 'POST /api/account/sign-in': { body: somebody } }
  show(<Gate>{inside}</Gate>)
  await userEvent.type(await screen.findByLabelText('Name'), 'Technician 1')
  await userEvent.type(screen.getByLabelText('Password'), 'saltmere-island')
  await userEvent.click(screen.getByRole('button', { name: 'Sign in' }))
  expect(await screen.findByText('Inside')).toBeInTheDocument()
  expect(calls.at(-1)?.body).toBe('{"name":"Technician 1","password":"saltmere-island"}')
})

it('says what is wrong and what to do, and keeps what was typed', async () => {
  replies = {
    'GET /api/account/me': { body: nobody },
    'POST /api/account/sign-in': {
      status: 401,
      body: { message: 'Name or password is wrong.', next: 'Check both and try again.' },
    },
  }
  show(<Gate>{inside}</Gate>)
  await userEvent.type(await screen.findByLabelText('Name'), 'Technician 1')
  await userEvent.type(screen.getByLabelText('Password'), 'wrong')
  await userEvent.click(screen.getByRole('button', { name: 'Sign in' }))
  expect(await screen.findByRole('alert')).toHaveTextContent('Check both and try again.')
  expect(screen.getByLabelText('Name')).toHaveValue('Technician 1')
})

it('asks for the first account on an empty installation', async () => {
  replies = {
    'GET /api/account/me': { body: { ...nobody, firstAccountWanted: true } },
    'POST /api/account/first': { body: { ...somebody, role: 'MANAGER' } },
  }
  show(<Gate>{inside}</Gate>)
  expect(await screen.findByText('Make the first account')).toBeInTheDocument()
  await userEvent.type(screen.getByLabelText('Name'), 'Manager')
  await userEvent.type(screen.getByLabelText(/Password/), 'a long enough one')
  await userEvent.click(screen.getByRole('button', { name: 'Make the account' }))
  expect(await screen.findByText('Inside')).toBeInTheDocument()
})

it('tells why nothing comes while it is still asked again', async () => {
  replies = {
    'GET /api/account/me': {
      status: 503,
      body: { message: 'The database does not answer.', next: 'Start it: ./hitch-lamp start' },
    },
  }
  render(
    <QueryClientProvider
      client={new QueryClient({ defaultOptions: { queries: { retry: 5, retryDelay: 3_600_000 } } })}
    >
      <Gate>{inside}</Gate>
    </QueryClientProvider>,
  )
  expect(await screen.findByRole('alert')).toHaveTextContent('The database does not answer.')
})

it('opens by itself once the server answers again', async () => {
  vi.useFakeTimers({ shouldAdvanceTime: true })
  try {
    replies = {
      'GET /api/account/me': { status: 503, body: { message: 'The database does not answer.', next: '' } },
    }
    show(<Gate>{inside}</Gate>)
    expect(await screen.findByRole('alert')).toHaveTextContent('The database does not answer.')
    replies = { 'GET /api/account/me': { body: somebody } }
    await vi.advanceTimersByTimeAsync(6_000)
    expect(await screen.findByText('Inside')).toBeInTheDocument()
  } finally {
    vi.useRealTimers()
  }
})

it('names the next step when the server does not answer', async () => {
  vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
  show(<Gate>{inside}</Gate>)
  expect(await screen.findByRole('alert')).toHaveTextContent('./hitch-lamp status')
})
