import { fireEvent, render, screen } from '@testing-library/react'
import { beforeEach, expect, it, vi } from 'vitest'
import { FarView } from './FarView'
import { change } from './settings'
import type { Tone } from './sound'

const played = vi.hoisted(() => vi.fn())
vi.mock('./sound', () => ({ play: played }))

function far(state: string, tone: Tone, more: Partial<Parameters<typeof FarView>[0]> = {}) {
  return (
    <FarView open onClose={() => undefined} title="All fire" heard={{ state, tone }} {...more}>
      <p>seen from afar</p>
    </FarView>
  )
}

beforeEach(() => {
  played.mockClear()
  change({ sound: true })
})

it('sounds when what is heard changes, not when it opens and not while it stays', () => {
  const { rerender } = render(far('', 'free'))
  expect(played).not.toHaveBeenCalled()
  rerender(far('3', 'held'))
  expect(played).toHaveBeenCalledExactlyOnceWith('held')
  rerender(far('3', 'held'))
  expect(played).toHaveBeenCalledOnce()
  rerender(far('', 'free'))
  expect(played).toHaveBeenLastCalledWith('free')
})

it('sounds nothing while it is closed, nor of what happened meanwhile', () => {
  const { rerender } = render(far('', 'free'))
  rerender(far('3', 'held', { open: false }))
  rerender(far('', 'free', { open: true }))
  expect(played).not.toHaveBeenCalled()
})

it('is silent where the person wants it, and says so', () => {
  const { rerender } = render(far('', 'free'))
  fireEvent.click(screen.getByRole('button', { name: 'Sound on' }))
  expect(screen.getByRole('button', { name: 'Sound off' })).toHaveAttribute('aria-pressed', 'false')
  rerender(far('3', 'held'))
  expect(played).not.toHaveBeenCalled()
  fireEvent.click(screen.getByRole('button', { name: 'Sound off' }))
  expect(played).toHaveBeenCalledExactlyOnceWith('free')
})

it('single keys act in it and not on the page below; b closes it', () => {
  const seven = vi.fn()
  const close = vi.fn()
  const below = vi.fn()
  document.addEventListener('keydown', below)
  render(far('', 'free', { keys: { '7': seven }, onClose: close }))
  fireEvent.keyDown(screen.getByText('seen from afar'), { key: '7' })
  fireEvent.keyDown(screen.getByText('seen from afar'), { key: 'b' })
  document.removeEventListener('keydown', below)
  expect(seven).toHaveBeenCalledOnce()
  expect(close).toHaveBeenCalledOnce()
  expect(below).not.toHaveBeenCalled()
})
