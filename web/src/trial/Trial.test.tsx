import { act, cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import type { FaultsView, TrialMeasured, TrialView } from '../api/client'
import { type JobLive, NOTHING } from '../stream/useJobStream'
import { jobStore } from '../stream/jobStore'
import { person, renderInJob, stubServer } from '../test-support'
import { KeptTrial } from './KeptTrial'
import { TrialPage } from './TrialPage'
import { offer, seen, view } from './trialSamples'
import { marksOf } from './TrialTrace'

const alive = vi.hoisted(() => vi.fn())
const play = vi.hoisted(() => vi.fn())
vi.mock('../stream/stream', () => ({ stream: { alive, subscribe: () => () => undefined } }))
vi.mock('../shared/sound', () => ({ play }))
vi.mock('../shared/Plot', () => ({
  Plot: ({ name }: { name: string }) => <div role="img" aria-label={name} />,
}))

const observed = (more: object) => seen(more) as unknown

const share = (place: number, value: number, verdict: TrialMeasured['verdict']): TrialMeasured => ({
  name: 'share',
  place,
  value,
  unit: '%',
  plusMinus: 6,
  low: 75,
  verdict,
})

const seat = (holder: string) => ({ seat: { holder } }) as Partial<JobLive>
const SEAT = seat('Technician 2')

/** The page of the cutout at the engine, with what the stream has told, for who has the seat unless another does. */
function page(trial?: TrialView, holder = 'Technician 2') {
  return renderInJob(<TrialPage />, {
    at: '/tests/run/cutout?module=engine',
    route: '/tests/run/:test',
    live: trial ? { trial, ...seat(holder) } : seat(holder),
  })
}

const acts = (sent: string[]) => sent.map((s) => /"act":"(.*)"/.exec(s)?.[1]).filter(Boolean)

beforeEach(() => {
  alive.mockClear()
  play.mockClear()
})

it('begins only when every condition holds, says how to fulfil the others, and a person may vouch', async () => {
  const sent = stubServer()
  page(
    view({
      stage: 'PREPARING',
      conditions: [
        {
          id: 'idle',
          says: { text: 'The engine idles' },
          state: 'FAILS',
          now: { text: '0 rpm' },
          vouch: false,
          how: { text: 'Start the engine.' },
        },
        {
          id: 'parked',
          says: { text: 'The unit stands' },
          state: 'NOT_KNOWN',
          now: { text: 'not reported' },
          vouch: true,
          how: { text: 'Make sure.' },
        },
      ],
    }),
  )
  expect(await screen.findByText('Start the engine.')).toBeInTheDocument()
  expect(screen.getByRole('button', { name: 'Begin' })).toBeDisabled()
  await userEvent.click(screen.getByRole('button', { name: 'It holds' }))
  await waitFor(() => expect(acts(sent)).toEqual(['vouch parked']))
})

it('the countdown is large, sounds with each second and can be ended', async () => {
  const sent = stubServer()
  page(view({ stage: 'COUNTDOWN', countdownSeconds: 2.4 }))
  expect(screen.getByRole('timer')).toHaveTextContent('3')
  expect(play).toHaveBeenCalledWith('look')
  await userEvent.click(screen.getByRole('button', { name: 'End it' }))
  await waitFor(() => expect(acts(sent)).toEqual(['end']))
})

it('a cylinder is switched off by its button and by its number, and the server hears that somebody looks on', async () => {
  const sent = stubServer()
  page(view({ observed: observed({ off: [2] }) }))
  expect(alive).toHaveBeenCalledWith(3)
  await userEvent.click((await screen.findAllByRole('button', { name: 'Switch off' }))[0] as HTMLElement)
  await userEvent.keyboard('2')
  await userEvent.click(screen.getByRole('button', { name: 'Let all cylinders fire' }))
  await waitFor(() => expect(acts(sent)).toEqual(['off 1', 'on 2', 'all-on']))
})

it('a speed is held where the unit can, and what is commanded says whether it is there', async () => {
  const sent = stubServer()
  page(
    view({
      setPoints: [
        { control: 'speed', title: 'Held speed', wanted: 900, unit: 'rpm', state: 'FOLLOWING', seconds: 2 },
      ],
    }),
  )
  await userEvent.click(await screen.findByRole('radio', { name: '900 rpm' }))
  await userEvent.click(screen.getByRole('radio', { name: 'Idle' }))
  await waitFor(() => expect(acts(sent)).toEqual(['speed 900', 'speed idle']))
  expect(screen.getByRole('list', { name: 'Set points' })).toHaveTextContent('not there yet')
})

it('a routine says how far it is and how long it may still take', async () => {
  stubServer()
  page(view({ progress: { title: 'Purge', seconds: 30, leftSeconds: 95, percent: 24 } }))
  expect(await screen.findByText('Purge: 24 %, 1:35 left')).toBeInTheDocument()
  expect(screen.getByRole('progressbar', { name: 'Purge' })).toHaveAttribute('aria-valuenow', '24')
})

it('one that reports no progress says how long it has run', async () => {
  stubServer()
  page(view({ progress: { title: 'Purge', seconds: 5, leftSeconds: 15 } }))
  expect(await screen.findByText('Purge runs for 0:05, 0:15 left')).toBeInTheDocument()
  expect(screen.getByRole('progressbar', { name: 'Purge' })).toHaveAttribute('aria-valuenow', '25')
})

it('what is asked stands large with its answers', async () => {
  const sent = stubServer()
  page(
    view({
      says: { text: 'Turn the key off.' },
      choices: [{ act: 'key-off', label: { text: 'The key is off' } }],
    }),
  )
  await userEvent.click(await screen.findByRole('button', { name: 'The key is off' }))
  await waitFor(() => expect(acts(sent)).toEqual(['key-off']))
})

it('the far view takes the same keys', async () => {
  const sent = stubServer()
  page(view())
  await screen.findByText('Cylinder 1')
  await userEvent.keyboard('b')
  const far = await screen.findByRole('dialog')
  expect(far).toHaveTextContent('601')
  expect(far).toHaveTextContent('All fire')
  await userEvent.keyboard('3')
  await waitFor(() => expect(acts(sent)).toEqual(['off 3']))
  await userEvent.keyboard('b')
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
})

it('a weak cylinder is told by a word and its share, the verdict with its reason', async () => {
  stubServer()
  page(
    view({
      stage: 'ENDED',
      judgement: {
        verdict: 'FAIL',
        says: { text: 'Cylinder 4 does 48 %.' },
        next: { text: 'Measure.' },
        measured: [1, 2, 3, 4, 5, 6].map((c) => share(c, c === 4 ? 48 : 100, c === 4 ? 'FAIL' : 'PASS')),
        parts: [],
      },
    }),
  )
  expect(await screen.findByText('weak')).toBeInTheDocument()
  expect(screen.getByText('Fail')).toBeInTheDocument()
  expect(screen.getByText('Cylinder 4 does 48 %.')).toBeInTheDocument()
})

it('a test of another module is not taken for this one', () => {
  stubServer()
  page(view({ module: 'engine-port', title: 'Another cutout' }))
  expect(screen.getByText(/Another test is under way: Another cutout/)).toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'Go to it' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/cutout?module=engine-port',
  )
  expect(alive).not.toHaveBeenCalled()
})

it('a test that was only opened makes room for the one that is opened now', async () => {
  const sent = stubServer({ '/api/jobs/3/seat': { holder: 'Technician 2' } })
  page(view({ module: 'engine-port', title: 'Another cutout', stage: 'PREPARING' }))
  await waitFor(() => expect(acts(sent)).toEqual(['end']))
})

it('a refusal is said until the test goes on to its next stage', async () => {
  stubServer()
  const rest = globalThis.fetch
  vi.stubGlobal('fetch', (path: string, init: RequestInit) =>
    path.endsWith('/act')
      ? Promise.resolve(
          new Response(JSON.stringify({ message: 'Two cylinders are off already.', next: '' }), {
            status: 409,
          }),
        )
      : rest(path, init),
  )
  const store = jobStore({ ...NOTHING, ...SEAT, trial: view() })
  renderInJob(<TrialPage />, {
    at: '/tests/run/cutout?module=engine',
    route: '/tests/run/:test',
    store,
  })
  await userEvent.keyboard('3')
  expect(await screen.findByText(/Two cylinders are off already/)).toBeInTheDocument()
  act(() => store.set({ trial: view({ says: { text: 'Go on.' } }) }))
  expect(screen.getByText(/Two cylinders are off already/)).toBeInTheDocument()
  act(() => store.set({ trial: view({ stage: 'ENDED', ending: 'COMPLETE' }) }))
  await waitFor(() => expect(screen.queryByText(/Two cylinders are off already/)).toBeNull())
})

it('stretches in which something was held are marked in the trace', () => {
  const p = (seconds: number, held: string) => ({ seconds, values: [600], held })
  const points = [p(0, ''), p(1, 'a'), p(2, 'a'), p(3, ''), p(4, 'b'), p(6, 'b')]
  expect(marksOf(view({ trace: { names: ['x'], units: ['rpm'], points } }))).toEqual([
    { from: 1, to: 3, text: 'a', kind: 'OFF' },
    { from: 4, to: 6, text: 'b', kind: 'OFF' },
  ])
})

it('a test without a board of its own shows its verdict and leads on', async () => {
  stubServer()
  page(
    view({
      kind: 'nothing-known',
      stage: 'ENDED',
      trace: { names: [], units: [], points: [] },
      now: [],
      judgement: {
        verdict: 'FAIL',
        says: { text: '1 found at this moment.' },
        next: { text: 'Trace the first of them.' },
        measured: [],
        parts: [],
      },
    }),
  )
  expect(await screen.findByText('1 found at this moment.')).toBeInTheDocument()
  expect(screen.getByText('Trace the first of them.')).toBeInTheDocument()
  expect(screen.queryByRole('link', { name: 'Today’s leads' })).toBeNull()
  expect(screen.getByRole('link', { name: 'Enter the repair, at sign-off' })).toHaveAttribute(
    'href',
    '/jobs/3/sign-off',
  )
  expect(screen.queryByRole('img')).toBeNull()
})

it('what failed leads to the leads of today where there are any', async () => {
  stubServer()
  const judgement = { verdict: 'FAIL', says: { text: 'No.' }, next: { text: '' }, measured: [], parts: [] }
  renderInJob(<TrialPage />, {
    at: '/tests/run/cutout?module=engine',
    route: '/tests/run/:test',
    live: { trial: view({ stage: 'ENDED', judgement } as Partial<TrialView>), ...SEAT },
    faults: { leads: [{ bearing: 'TODAY' }] } as unknown as FaultsView,
  })
  expect(await screen.findByRole('link', { name: 'Today’s leads' })).toHaveAttribute('href', '/jobs/3/faults')
})

it('who does not have the seat is told so and begins nothing by looking', async () => {
  const sent = stubServer({
    '/api/jobs/3/seat': { holder: 'Somebody else' },
    '/api/jobs/3/trials/offers': [offer()],
  })
  page(undefined, 'Somebody else')
  expect(await screen.findByText(/Take the seat first/)).toBeInTheDocument()
  expect(await screen.findByText('Which cylinder does less.')).toBeInTheDocument()
  expect(sent).toEqual([])
})

it('a test that goes on while nobody has the seat can be ended by who comes back', async () => {
  const sent = stubServer()
  page(view({ stage: 'RUNNING' }), '')
  await userEvent.click(screen.getByRole('button', { name: 'End it' }))
  await waitFor(() => expect(acts(sent)).toEqual(['end']))
})

it('who only looks on sees how it stands, and no button that the server would refuse', async () => {
  stubServer()
  page(view({ stage: 'PREPARING' }), 'Somebody else')
  expect(screen.queryByRole('button', { name: 'Begin' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'End it' })).toBeNull()
  cleanup()
  page(view({ observed: observed({ off: [2] }) }), 'Somebody else')
  expect(await screen.findByText('Cylinder 1')).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: /Cylinder 1/ })).toBeNull()
  expect(screen.getByRole('button', { name: /Far view/ })).toBeInTheDocument()
})

it('who may not command is told whose it is, in place of a button', async () => {
  const sent = stubServer({ '/api/jobs/3/seat': { holder: 'Somebody else' } })
  renderInJob(<TrialPage />, {
    at: '/tests/run/cutout?module=engine',
    route: '/tests/run/:test',
    me: person('LOOK', 'READ'),
  })
  expect(await screen.findByText(/a technician with the seat runs it/)).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: /Check the conditions/ })).toBeNull()
  expect(screen.queryByText(/Take the seat first/)).toBeNull()
  expect(sent).toEqual([])
})

it('a kept run shows its evidence without acts, and one whose end is not known says so', async () => {
  const head = {
    id: 5,
    kind: 'cutout',
    test: 'cutout',
    title: 'Cylinder cutout by hand',
    module: 'engine',
    moduleTitle: 'Engine',
    beganAt: '2026-11-25T08:00:00Z',
    says: '',
    next: '',
    who: 'Technician 2',
  }
  stubServer({
    '/api/jobs/3/trials/5': { head: { ...head, ending: 'UNATTENDED' }, view: view({ stage: 'ENDED' }) },
    '/api/jobs/3/trials/6': { head: { ...head, id: 6 }, view: null },
  })
  renderInJob(<KeptTrial />, { at: '/tests/5', route: '/tests/:trial' })
  expect(
    await screen.findByText('It was let go of because no browser of the seat was left.'),
  ).toBeInTheDocument()
  expect(await screen.findByText('Cylinder 6')).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: 'Switch off' })).toBeNull()
  renderInJob(<KeptTrial />, { at: '/tests/6', route: '/tests/:trial' })
  expect(await screen.findByText(/How it ended is not known/)).toBeInTheDocument()
  expect(screen.getByText('Nothing of what it saw was stored.')).toBeInTheDocument()
})

it('a kept run leads to its recording where one was made', async () => {
  const head = {
    id: 7,
    kind: 'routine',
    test: 'priming',
    title: 'Fuel system priming',
    module: 'engine',
    moduleTitle: 'Engine',
    beganAt: '2026-11-25T08:00:00Z',
    ending: 'COMPLETE',
    says: '',
    next: '',
    who: 'Technician 2',
  }
  stubServer({
    '/api/jobs/3/trials/7': { head: { ...head, recording: 41 }, view: null },
    '/api/jobs/3/trials/8': { head: { ...head, id: 8, recording: null }, view: null },
  })
  renderInJob(<KeptTrial />, { at: '/tests/7', route: '/tests/:trial' })
  expect(await screen.findByRole('link', { name: 'Its recording' })).toHaveAttribute(
    'href',
    '/jobs/3/watch/recordings/41',
  )
  cleanup()
  renderInJob(<KeptTrial />, { at: '/tests/8', route: '/tests/:trial' })
  expect(await screen.findByText('It came to its end.')).toBeInTheDocument()
  expect(screen.queryByRole('link', { name: 'Its recording' })).toBeNull()
})

it('a test that looks at no values leads to none', async () => {
  stubServer()
  page(view({ trace: { names: [], units: [], points: [] }, now: [] }))
  await screen.findByText('Cylinder 1')
  expect(screen.queryByRole('link', { name: 'Its live values' })).toBeNull()
  expect(screen.getByRole('link', { name: 'All tests' })).toBeInTheDocument()
})

it('a test that its module does once a key cycle says so before it begins', async () => {
  stubServer({
    '/api/jobs/3/seat': { holder: 'Somebody else' },
    '/api/jobs/3/trials/offers': [offer({ onceAKeyCycle: true })],
  })
  page()
  expect(await screen.findByText('The module does it once a key cycle only.')).toBeInTheDocument()
})

it('a test that only listens is looked at without the seat, by whoever may read', async () => {
  const listens = {
    '/api/jobs/3/seat': { holder: 'Somebody else' },
    '/api/jobs/3/trials/offers': [offer({ commands: false })],
  }
  const sent = stubServer(listens)
  page()
  await waitFor(() => expect(sent).toHaveLength(1))
  expect(sent[0]).toContain('POST /api/jobs/3/trials')
  expect(screen.queryByText(/Take the seat first/)).toBeNull()
  cleanup()
  const nothing = stubServer(listens)
  renderInJob(<TrialPage />, {
    at: '/tests/run/cutout?module=engine',
    route: '/tests/run/:test',
    me: person('LOOK', 'NOTE'),
  })
  expect(await screen.findByText('Which cylinder does less.')).toBeInTheDocument()
  expect(nothing).toEqual([])
})
