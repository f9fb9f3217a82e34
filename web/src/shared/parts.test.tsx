import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { MemoryRouter } from 'react-router'
import { expect, it, vi } from 'vitest'
import { Button } from './Button'
import { ButtonLink } from './ButtonLink'
import { Input } from './Field'
import { Mark } from './Mark'
import { Segmented } from './Segmented'

const SPEEDS = [
  ['idle', 'Idle'],
  ['900', '900 rpm'],
] as const

it('one of a few is chosen, by press and by keyboard, and can be asked for again', async () => {
  const chosen = vi.fn()
  render(<Segmented label="Speed" value="idle" choices={SPEEDS} onChoose={chosen} />)
  expect(screen.getByRole('radio', { name: 'Idle' })).toBeChecked()
  await userEvent.click(screen.getByRole('radio', { name: '900 rpm' }))
  await userEvent.click(screen.getByRole('radio', { name: 'Idle' }))
  await userEvent.keyboard('{ArrowRight}{Enter}')
  expect(chosen.mock.calls).toEqual([['900'], ['idle'], ['900']])
})

it('nothing is chosen where nothing is known', () => {
  render(<Segmented label="Speed" value="" choices={SPEEDS} onChoose={() => undefined} />)
  screen.getAllByRole('radio').forEach((r) => expect(r).not.toBeChecked())
})

it('buttons, links, marks and fields take classes of their own beside their look', () => {
  render(
    <MemoryRouter>
      <Button main className="mt-3">
        Begin
      </Button>
      <ButtonLink to="/units">Units</ButtonLink>
      <Mark look="dotted" className="mr-2">
        Cannot tell
      </Mark>
      <Input aria-label="Name" className="w-[90px]" />
    </MemoryRouter>,
  )
  expect(screen.getByRole('button', { name: 'Begin' })).toHaveClass('btn', 'btn-main', 'mt-3')
  expect(screen.getByRole('link', { name: 'Units' }).className).toBe('btn')
  expect(screen.getByText('Cannot tell')).toHaveClass('mark', 'mark-dotted', 'mr-2')
  expect(screen.getByRole('textbox', { name: 'Name' })).toHaveClass('field', 'w-[90px]')
})
