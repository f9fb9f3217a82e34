import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { MemoryRouter } from 'react-router'
import { MeContext } from '../account/me'
import type { Job, LampCheck, LampRow, Me } from '../api/client'
import { JobContext } from '../job/jobContext'
import { NOTHING } from '../stream/useJobStream'
import type { LinkState } from '../stream/types'
import { Lamps } from './Lamps'

const job = { id: 3, fleetNumber: 'Tipper 3' } as Job
const up = { state: 'UP', address: 249, held: [] } as unknown as LinkState

const row = (id: string, title: string, more: Partial<LampRow> = {}): LampRow => ({
  id,
  title,
  seen: 'NOT_ASKED',
  by: [{ title: 'Engine', heard: true, told: true, lit: true, out: true }],
  verdict: 'CANNOT_TELL',
  says: 'Nobody has looked at it.',
  next: '',
  ...more,
})

const looking: LampCheck = {
  stage: 'LISTENING',
  says: 'Look at the lamps: each must light and go out.',
  ended: false,
  lamps: [row('stop', 'Stop lamp'), row('warning', 'Warning lamp')],
}

let posted: string[] = []

beforeEach(() => {
  posted = []
  vi.stubGlobal(
    'fetch',
    vi.fn((path: string, init?: RequestInit) => {
      if (init?.method === 'POST') posted.push(`${path} ${init.body as string}`)
      return Promise.resolve(
        init?.method === 'GET'
          ? new Response(JSON.stringify({ message: 'none', next: '' }), { status: 404 })
          : new Response(''),
      )
    }),
  )
})

afterEach(() => vi.unstubAllGlobals())

function page(lampCheck?: LampCheck, link: LinkState | undefined = up) {
  const why = document.createElement('div')
  document.body.append(why)
  const me = { name: 'T', role: 'TECHNICIAN', rights: ['LOOK', 'READ', 'NOTE'] } as unknown as Me
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MeContext.Provider value={me}>
        <JobContext.Provider
          value={{
            job,
            live: { ...NOTHING, link, lampCheck },
            roll: undefined,
            faults: undefined,
            whyNode: why,
          }}
        >
          <MemoryRouter>
            <Lamps />
          </MemoryRouter>
        </JobContext.Provider>
      </MeContext.Provider>
    </QueryClientProvider>,
  )
  return why
}

it('says why and what will happen before it begins', async () => {
  page()
  expect(await screen.findByText(/The engine stops when the key goes off/)).toBeTruthy()
  await userEvent.click(screen.getByText('Begin'))
  expect(posted[0]).toContain('/api/jobs/3/faults/lamps')
})

it('sends to the hook-up where there is no link', () => {
  page(undefined, { ...up, state: 'OFF' })
  expect(screen.queryByText('Begin')).toBeNull()
  expect(screen.getByText('Hook up')).toBeTruthy()
})

it('asks the eye for each lamp, and for all at once', async () => {
  page(looking)
  const stop = screen.getByRole('group', { name: 'What the stop lamp did' })
  await userEvent.click(within(stop).getByText('Never lit'))
  expect(posted).toEqual(['/api/jobs/3/faults/lamps/answers {"choice":"stop=NEVER_LIT"}'])
  await userEvent.click(screen.getByText('All lit and went out'))
  await waitFor(() => expect(posted.some((p) => p.includes('warning=LIT_THEN_OUT'))).toBe(true))
})

it('passes a module that runs on after the key is off', async () => {
  page({ ...looking, stage: 'KEY_OFF', says: 'Turn the key off.' })
  await userEvent.click(screen.getByText('The key is off'))
  expect(posted[0]).toContain('key is off')
  expect(screen.queryByText('Stop lamp')).toBeNull()
})

it('shows the verdict with what to do next', () => {
  const why = page({
    stage: 'DONE',
    says: 'Every lamp is answered.',
    ended: true,
    lamps: [
      row('stop', 'Stop lamp', {
        seen: 'NEVER_LIT',
        verdict: 'FAIL',
        says: 'Commanded on by the engine module, and it never lit.',
        next: 'The lamp itself.',
      }),
      row('filter', 'Filter lamp', {
        by: [{ title: 'Aftertreatment', heard: false, told: false, lit: false, out: false }],
      }),
    ],
  })
  expect(screen.getByText('Fail')).toBeTruthy()
  expect(screen.getByText(/on, then off · you: never lit/)).toBeTruthy()
  expect(screen.getByText('Aftertreatment: silent')).toBeTruthy()
  expect(why.textContent).toContain('The lamp itself.')
})
