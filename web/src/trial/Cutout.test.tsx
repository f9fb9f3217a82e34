import { screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import type { CutoutView } from '../api/client'
import { renderInJob, stubServer } from '../test-support'
import { Cutout } from './Cutout'
import { marksOf } from './CutoutTrace'
import { Tests } from './Tests'

const alive = vi.hoisted(() => vi.fn())
vi.mock('../stream/stream', () => ({ stream: { alive, subscribe: () => () => undefined } }))
vi.mock('../shared/Plot', () => ({
  Plot: ({ name }: { name: string }) => <div role="img" aria-label={name} />,
}))

const view = (more: Partial<CutoutView> = {}): CutoutView => ({
  engine: 'engine',
  engineTitle: 'Engine',
  stage: 'HOLDING',
  says: 'Let it settle.',
  preconditions: [],
  cylinders: 6,
  off: [],
  offSeconds: 0,
  allowed: 2,
  rpm: 601,
  fuel: 15.2,
  settled: true,
  verdict: 'CANNOT_TELL',
  verdictSays: 'Not tried.',
  next: 'Switch off each.',
  lines: [1, 2, 3, 4, 5, 6].map((number) => ({ number, tried: false, weak: false, heard: 'NOT_SAID' })),
  trace: [],
  weakBelow: 0.75,
  ...more,
})

beforeEach(() => alive.mockClear())

it('begins only when every precondition holds, and says how to fulfil the others', async () => {
  const sent = stubServer()
  renderInJob(<Cutout />, {
    live: {
      cutout: view({
        stage: 'PREPARING',
        preconditions: [
          {
            id: 'idle',
            says: { text: 'The engine idles' },
            state: 'FAILS',
            now: { text: '0 rpm' },
            how: 'Start the engine.',
          },
          {
            id: 'parked',
            says: { text: 'The unit stands' },
            state: 'NOT_KNOWN',
            now: { text: 'not told' },
            how: 'Make sure.',
          },
        ],
      }),
    },
  })
  expect(screen.getByText('Start the engine.')).toBeInTheDocument()
  expect(screen.getByRole('button', { name: 'Begin' })).toBeDisabled()
  await userEvent.click(screen.getByRole('button', { name: 'It stands' }))
  await waitFor(() => expect(sent[0]).toContain('"choice":"stands"'))
})

it('a cylinder is switched off by its button and by its number, and the server hears that somebody looks on', async () => {
  const sent = stubServer()
  renderInJob(<Cutout />, { live: { cutout: view({ off: [2] }) } })
  expect(alive).toHaveBeenCalledWith(3)
  await userEvent.click(screen.getAllByRole('button', { name: 'Switch off' })[0] as HTMLElement)
  await userEvent.keyboard('2')
  await userEvent.click(screen.getByRole('button', { name: 'Let all cylinders fire' }))
  await waitFor(() => expect(sent).toHaveLength(3))
  expect(sent.map((s) => /"choice":"(.*)"/.exec(s)?.[1])).toEqual(['off 1', 'on 2', 'all on'])
})

it('the far view takes the same keys', async () => {
  const sent = stubServer()
  renderInJob(<Cutout />, { live: { cutout: view() } })
  await userEvent.keyboard('b')
  const far = await screen.findByRole('dialog')
  expect(far).toHaveTextContent('601')
  await userEvent.keyboard('3')
  await waitFor(() => expect(sent[0]).toContain('"off 3"'))
  await userEvent.keyboard('b')
  await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
})

it('a weak cylinder is told by a word and its share, the verdict with its reason', () => {
  stubServer()
  const lines = view().lines.map((l) => ({
    ...l,
    tried: true,
    share: l.number === 4 ? 48 : 100,
    noise: 6,
    rpmLost: 15,
    weak: l.number === 4,
  }))
  renderInJob(<Cutout />, {
    live: { cutout: view({ stage: 'ENDED', lines, verdict: 'FAIL', verdictSays: 'Cylinder 4 does 48 %.' }) },
  })
  expect(screen.getByText('weak')).toBeInTheDocument()
  expect(screen.getByText('Fail')).toBeInTheDocument()
  expect(screen.getByText('Cylinder 4 does 48 %.')).toBeInTheDocument()
})

it('stretches with a cylinder off are marked in the trace', () => {
  const p = (seconds: number, off: number[]) => ({ seconds, rpm: 600, fuel: 15, off })
  expect(marksOf(view({ trace: [p(0, []), p(1, [2]), p(2, [2]), p(3, []), p(4, [5]), p(6, [5])] }))).toEqual([
    { from: 1, to: 3, text: '2 off', kind: 'OFF' },
    { from: 4, to: 6, text: '5 off', kind: 'OFF' },
  ])
})

it('the list of tests names what can be done and what was found', async () => {
  stubServer({
    '/api/jobs/3/trials/can': {
      known: true,
      engines: [{ id: 'engine', title: 'Engine' }],
      atOnce: 2,
      most: 3,
      firing: [1],
      source: '',
    },
    '/api/jobs/3/trials': [
      {
        id: 5,
        kind: 'CUTOUT',
        engine: 'Engine',
        beganAt: '2026-11-25T08:00:00Z',
        endedAt: '2026-11-25T08:03:00Z',
        who: 'Technician 2',
        cutout: view({ verdict: 'PASS', verdictSays: 'All alike.' }),
      },
    ],
  })
  renderInJob(<Tests />)
  expect(await screen.findByRole('link', { name: 'Open the test' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/cutout?engine=engine',
  )
  expect(await screen.findByText('All alike.')).toBeInTheDocument()
})
