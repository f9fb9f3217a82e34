import { render, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { expect, it, vi } from 'vitest'
import type { LinkChoice } from '../api/client'
import { SerialLinks } from './SerialLinks'

const ADAPTER = { id: 'serial//dev/ttyACM0', kind: 'SERIAL', title: 'ttyACM0' } as unknown as LinkChoice

it('finds the rate by listening unless a person names it', async () => {
  const onHookUp = vi.fn()
  render(<SerialLinks links={[ADAPTER]} onHookUp={onHookUp} onLook={() => undefined} />)
  await userEvent.click(screen.getByRole('button', { name: 'Hook up to ttyACM0' }))
  await userEvent.selectOptions(screen.getByLabelText('Rate'), '500 kbit/s')
  await userEvent.click(screen.getByRole('button', { name: 'Hook up to ttyACM0' }))
  expect(onHookUp.mock.calls).toEqual([['serial//dev/ttyACM0'], ['serial//dev/ttyACM0@can500']])
})

it('looks again where none is plugged in', async () => {
  const onLook = vi.fn()
  render(<SerialLinks links={[]} onHookUp={() => undefined} onLook={onLook} />)
  await userEvent.click(screen.getByRole('button', { name: 'Plugged in: look again' }))
  expect(onLook).toHaveBeenCalledOnce()
})
