import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import type { TrialView } from '../api/client'
import type { Held, LinkState } from '../stream/types'
import { renderInJob, stubServer } from '../test-support'
import { HoldStrip } from './HoldStrip'

const play = vi.hoisted(() => vi.fn())
vi.mock('../shared/sound', () => ({ play }))

const held = (state: Held['state'], more: Partial<Held> = {}): Held => ({
  id: 'cutout',
  says: 'cylinder 3 does not fire',
  release: 'Let all cylinders fire',
  seconds: 4,
  state,
  ...more,
})

const session = (state: Held['state']) =>
  held(state, { id: 'session', says: 'cylinder cutout is ready', release: 'End the cutout', seconds: 9 })

const strip = (...all: Held[]) =>
  renderInJob(<HoldStrip />, { live: { link: { state: 'UP', held: all } as unknown as LinkState } })

beforeEach(() => play.mockClear())

it('says what is held, since when, and how to let go of it', async () => {
  const called = stubServer({ '/api/jobs/3/release': null })
  strip(session('HELD'), held('HELD'))
  expect(screen.getByText(/Holding: cylinder 3 does not fire, cylinder cutout is ready/)).toBeInTheDocument()
  expect(screen.getByRole('timer')).toHaveTextContent('for 4 s')
  expect(play).not.toHaveBeenCalled()
  await userEvent.click(screen.getByRole('button', { name: /Let all cylinders fire/ }))
  expect(called).toEqual(['POST /api/jobs/3/release'])
})

it('does not say that it is let go of before the module has confirmed it', () => {
  strip(session('LETTING_GO'), held('LETTING_GO'))
  expect(screen.getByText(/Letting go: .*cylinder 3 does not fire.*not confirmed it yet/)).toBeInTheDocument()
  expect(screen.getByRole('button')).toBeDisabled()
})

it('says and sounds that a module did not confirm, and asks it again', async () => {
  const called = stubServer({ '/api/jobs/3/release': null })
  strip(session('HELD'), held('NOT_CONFIRMED'))
  expect(
    screen.getByText(/NOT CONFIRMED that the module has let go: cylinder 3 does not fire/),
  ).toBeInTheDocument()
  expect(play).toHaveBeenCalledWith('alarm')
  await userEvent.click(screen.getByRole('button', { name: /Ask the module again/ }))
  expect(called).toHaveLength(1)
  await userEvent.keyboard('{Escape}')
  expect(called).toHaveLength(2)
})

const regeneration = (stage: string) =>
  renderInJob(<HoldStrip />, {
    live: {
      link: { state: 'UP', held: [held('HELD', { release: 'End it' })] } as unknown as LinkState,
      trial: { kind: 'regeneration', stage } as unknown as TrialView,
    },
  })

it('a regeneration is ended by two keys within two seconds, or by one click', async () => {
  const called = stubServer({ '/api/jobs/3/release': null })
  regeneration('RUNNING')
  expect(screen.getByRole('button', { name: 'End it, twice Esc' })).toBeInTheDocument()
  await userEvent.keyboard('{Escape}')
  expect(called).toEqual([])
  expect(screen.getByRole('button', { name: 'End it, once more Esc' })).toBeInTheDocument()
  await userEvent.keyboard('{Escape}')
  expect(called).toEqual(['POST /api/jobs/3/release'])
  await userEvent.click(screen.getByRole('button', { name: /End it/ }))
  expect(called).toHaveLength(2)
})

it('before and after it one key lets go', async () => {
  const called = stubServer({ '/api/jobs/3/release': null })
  regeneration('ENDED')
  await userEvent.keyboard('{Escape}')
  expect(called).toHaveLength(1)
})

it('says what to do where something was held when the page lost the tool', () => {
  renderInJob(<HoldStrip />, {
    live: { connected: false, link: { state: 'UP', held: [held('HELD')] } as unknown as LinkState },
  })
  expect(screen.getByText(/has lost Hitch Lamp itself.*To be sure, turn the key off/)).toBeInTheDocument()
})

it('says no more than that it is lost where nothing was held', () => {
  renderInJob(<HoldStrip />, {
    live: { connected: false, link: { state: 'UP', held: [] } as unknown as LinkState },
  })
  expect(screen.getByText(/has lost Hitch Lamp itself/)).not.toHaveTextContent('key off')
})

it('names a way out where what was left from an earlier hook-up has none of its own', () => {
  strip(held('NOT_CONFIRMED', { release: '' }), held('HELD', { id: 'x', release: '', seconds: 1 }))
  expect(screen.getByRole('button')).toHaveTextContent('Ask the module again')
})
