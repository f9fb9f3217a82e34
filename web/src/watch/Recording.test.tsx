import { act, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useLocation } from 'react-router'
import { beforeEach, expect, it, vi } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { RecordingPage } from './RecordingPage'

/** A plot of a test: says its rows, and a click on it chooses the window from 10 to 20 s. */
vi.mock('../shared/Plot', () => ({
  Plot: (p: { name: string; data: unknown; onWindow?: (a: number, b: number) => void }) => (
    <button aria-label={p.name} onClick={() => p.onWindow?.(10, 20)}>
      {JSON.stringify(p.data)}
    </button>
  ),
}))

/** The first ten plots stand in view. */
const view = vi.hoisted(() => ({ near: new Map<Element, (near: boolean) => void>() }))
vi.mock('../shared/near', () => ({
  isNear: () => view.near.size === 0,
  watchNear: (node: Element, tell: (near: boolean) => void) => {
    view.near.set(node, tell)
    return () => view.near.delete(node)
  },
}))

const channel = (i: number, more: object = {}) => ({
  id: `engine/${i}`,
  name: `Value ${i}`,
  spn: i,
  module: 'engine',
  moduleTitle: 'Engine',
  side: '',
  source: 'BROADCAST',
  group: 61444,
  unit: 'kPa',
  decimals: 0,
  factor: 0.5,
  offset: 0,
  words: {},
  sets: [],
  most: null,
  ...more,
})

const head = (more: object = {}) => ({
  id: 7,
  job: 3,
  name: 'Road run',
  source: 'sim/tipper-9',
  beganAt: '2026-11-25T08:00:00Z',
  why: 'started by hand',
  who: 'Technician 1',
  seconds: 100,
  startSeconds: 10,
  samples: 2000,
  lost: 0,
  endedWhy: 'stopped by hand',
  channels: 2,
  bytes: 800,
  ...more,
})

const whole = (channels: object[], marks: object[] = []) => ({ head: head(), channels, marks })

/** A server of one recording whose windows hold the counts 0, i and 2i; gives what was asked for. */
function serve(channels: { id: string; spn: number }[], marks: object[] = []) {
  const asked: string[] = []
  const sent = stubServer({ '/api/recordings/7': whole(channels, marks), '/api/quantities': [] })
  const rest = globalThis.fetch
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    const at = new URL(path, 'http://unit')
    if (at.pathname.endsWith('/window') || at.pathname.endsWith('/statistics')) {
      asked.push(path)
      const ids = at.searchParams.get('channels')?.split(',') ?? []
      const body = at.pathname.endsWith('/window')
        ? ids.map((id) => {
            const n = Number(id.split('/')[1])
            return { channel: id, from: 0, width: 10, least: [0, n, 2 * n], greatest: [0, n, 2 * n] }
          })
        : ids.map((id) => ({ channel: id, count: 9, states: 0, min: 1, max: 9, mean: 4, deviation: 2 }))
      return Promise.resolve(new Response(JSON.stringify(body)))
    }
    return rest(path, init)
  })
  return { asked, sent }
}

function Where() {
  return <p data-testid="where">{useLocation().search}</p>
}

function open(search = '') {
  return renderInJob(<RecordingPage />, {
    at: `/jobs/3/watch/recordings/7${search}`,
    route: '/jobs/3/watch/recordings/:recording',
  })
}

/** A plot shows something, as soon as it is there. */
const drawn = (name: RegExp, rows: string) =>
  waitFor(() => expect(screen.getByRole('button', { name })).toHaveTextContent(rows))

beforeEach(() => view.near.clear())

it('the vital values are drawn first, in figures, with what they were over the window', async () => {
  serve([channel(190), channel(110), channel(5), channel(6)])
  open()
  await drawn(/Value 190 over the time/, '[[5,15,25],[0,95,190],[0,95,190]]')
  expect(screen.queryByRole('button', { name: /Value 5 over the time/ })).not.toBeInTheDocument()
  expect(await screen.findAllByText(/min 1, max 9, mean 4, spread 2/)).toHaveLength(2)
  expect(screen.getByText(/1:40, 4 values, 0.40 bytes a sample/)).toBeInTheDocument()
})

it('a window is chosen in a plot, moved by half of itself, and given up by a key', async () => {
  const { asked } = serve([channel(190)])
  open()
  await userEvent.click(await screen.findByRole('button', { name: /Value 190 over the time/ }))
  expect(await screen.findByText(/0:10 to 0:20/)).toBeInTheDocument()
  expect(asked.some((a) => a.includes('/window') && a.includes('from=10&to=20'))).toBe(true)
  expect(screen.getByRole('link', { name: 'This window as CSV' })).toHaveAttribute(
    'href',
    expect.stringContaining('from=10&to=20'),
  )
  await userEvent.click(screen.getByRole('button', { name: 'On by half a window' }))
  expect(await screen.findByText(/0:15 to 0:25/)).toBeInTheDocument()
  await userEvent.keyboard('0')
  expect(await screen.findByText(/0:00 to 1:40/)).toBeInTheDocument()
})

it('the address follows the window, and keeps what else was chosen meanwhile', async () => {
  serve([channel(190), channel(5, { name: 'Brake pressure' })])
  renderInJob(
    <>
      <RecordingPage />
      <Where />
    </>,
    { at: '/jobs/3/watch/recordings/7', route: '/jobs/3/watch/recordings/:recording' },
  )
  await userEvent.click(await screen.findByRole('button', { name: /Value 190 over the time/ }))
  await userEvent.click(screen.getByRole('checkbox', { name: /Brake pressure/ }))
  // Whichever of the two is written first.
  await waitFor(() =>
    expect(Object.fromEntries(new URLSearchParams(screen.getByTestId('where').textContent))).toEqual({
      take: 'engine/190,engine/5',
      from: '10',
      to: '20',
    }),
  )
  expect(screen.getByText(/0:10 to 0:20/)).toBeInTheDocument()
})

it('of many values those in view are asked for first, the others when these are there', async () => {
  const { asked } = serve(Array.from({ length: 25 }, (_, i) => channel(i + 1)))
  open('?take=all')
  await drawn(/Value 1 over the time/, '0.5')
  const windows = () => asked.filter((a) => a.includes('/window'))
  const first = new URL(windows()[0] ?? '', 'http://unit').searchParams
  expect(first.get('channels')?.split(',')).toHaveLength(10)
  expect(first.get('columns')).toBe('300')
  await drawn(/Value 25 over the time/, '12.5')
  expect(windows()).toHaveLength(3)
})

it('what comes into view is asked for at once', async () => {
  const held = vi.fn()
  const { asked } = serve(Array.from({ length: 25 }, (_, i) => channel(i + 1)))
  const answer = globalThis.fetch
  vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
    if (path.includes('engine%2F1%2C') && path.includes('/window')) {
      held()
      asked.push(path)
      return new Promise<Response>(() => undefined)
    }
    return answer(path, init)
  })
  open('?take=all')
  await waitFor(() => expect(held).toHaveBeenCalled())
  expect(asked.filter((a) => a.includes('/window'))).toHaveLength(1)
  act(() => [...view.near.values()].at(-1)?.(true))
  await drawn(/Value 25 over the time/, '12.5')
  expect(screen.getByRole('button', { name: /Value 15 over the time/ })).toHaveTextContent('[[],[],[]]')
})

it('a marker is set in the middle of the window and the recording is read anew', async () => {
  const { sent } = serve([channel(190)])
  open('?from=20&to=40')
  await userEvent.type(await screen.findByLabelText(/marked at the cursor/), 'it shook')
  await userEvent.click(screen.getByRole('button', { name: 'Mark' }))
  expect(sent).toEqual(['POST /api/recordings/7/marks {"seconds":30,"text":"it shook"}'])
})

it('a search narrows the values of the recording; a taken one is drawn', async () => {
  serve([channel(190), channel(5, { name: 'Brake pressure' }), channel(6)])
  open()
  await screen.findByRole('button', { name: /Value 190 over the time/ })
  await userEvent.keyboard('/')
  await userEvent.keyboard('brake')
  const list = within(screen.getByRole('region', { name: 'Values' }))
  expect(list.getAllByRole('checkbox')).toHaveLength(1)
  await userEvent.click(list.getByRole('checkbox'))
  expect(await screen.findByRole('button', { name: /Brake pressure over the time/ })).toBeInTheDocument()
})

it('a recording that is not there says so', async () => {
  stubServer({ '/api/quantities': [] })
  open()
  expect(await screen.findByText('There is none.')).toBeInTheDocument()
})

it('why it began and how it ended stand beside it, with what to do next', async () => {
  serve([channel(190)])
  const why = open()
  expect(await within(why).findByText(/started by hand. stopped by hand/)).toHaveTextContent(
    'The first 10.0 s are from before the start.',
  )
  expect(within(why).getByRole('link', { name: 'Lay it over another' })).toBeInTheDocument()
})
