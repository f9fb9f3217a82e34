import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter, Route, Routes } from 'react-router'
import { vi } from 'vitest'
import { MeContext } from './account/me'
import type { FaultsView, Job, Me, Roll, StoryView } from './api/client'
import { JobContext } from './job/jobContext'
import { type JobStore, jobStore } from './stream/jobStore'
import { type JobLive, NOTHING } from './stream/useJobStream'

/** A job for tests of its pages. */
export const JOB: Job = {
  id: 3,
  number: '2026-103',
  unitId: 1,
  fleetNumber: 'Tipper 14',
  complaint: 'no power',
  state: 'OPEN',
  openedAt: '2026-11-23T08:00:00Z',
  openedBy: 'Technician 1',
  stored: { roll: true, faults: true, story: true },
}

/**
 * Stands in for the server.
 *
 * @param bodies answers of GETs by path, without the search, a path that has none is answered with 404; of others by
 *   method, space and path, else an empty object
 * @returns what was sent otherwise, one line each: method, path, body
 */
export function stubServer(bodies: Record<string, unknown> = {}): string[] {
  const sent: string[] = []
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    if (init.method !== 'GET') {
      sent.push([init.method, path, typeof init.body === 'string' ? init.body : ''].join(' ').trim())
      return Promise.resolve(new Response(JSON.stringify(bodies[`${init.method} ${path}`] ?? {})))
    }
    const body = bodies[path] ?? bodies[path.replace(/\?.*/, '')]
    return Promise.resolve(
      body === undefined
        ? new Response(JSON.stringify({ message: 'There is none.', next: '' }), { status: 404 })
        : new Response(JSON.stringify(body)),
    )
  })
  return sent
}

/** Somebody with these rights. */
export function person(...rights: string[]): Me {
  return { name: 'Technician 2', role: 'TECHNICIAN', rights, firstAccount: false } as unknown as Me
}

/** What a page of a job is drawn with. */
export interface Drawn {
  me?: Me
  job?: Job
  live?: Partial<JobLive>
  roll?: Roll
  faults?: FaultsView
  story?: StoryView
  /** Where the page is, with the pattern of its route. */
  at?: string
  route?: string
  /** In place of `live`, where what is live changes. */
  store?: JobStore
}

/** Draws a page of a job; gives the why column. */
export function renderInJob(page: ReactNode, drawn: Drawn = {}): HTMLElement {
  const why = document.createElement('div')
  document.body.append(why)
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <MeContext.Provider value={drawn.me ?? person('LOOK', 'READ', 'NOTE', 'COMMAND')}>
        <JobContext.Provider
          value={{
            job: drawn.job ?? JOB,
            store: drawn.store ?? jobStore({ ...NOTHING, ...drawn.live }),
            roll: drawn.roll,
            faults: drawn.faults,
            story: drawn.story,
            whyNode: why,
          }}
        >
          <MemoryRouter initialEntries={[drawn.at ?? '/']}>
            <Routes>
              <Route path={drawn.route ?? '*'} element={page} />
            </Routes>
          </MemoryRouter>
        </JobContext.Provider>
      </MeContext.Provider>
    </QueryClientProvider>,
  )
  return why
}
