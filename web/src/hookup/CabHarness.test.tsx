import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { act, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { Cab } from '../api/client'
import { stubServer } from '../test-support'
import { askMeter } from '../trace/askedMeter'
import { CabHarness } from './CabHarness'

afterEach(() => {
  vi.unstubAllGlobals()
  act(() => askMeter(undefined))
})

const PATH = '/api/jobs/3/cab/tipper-14'

function drawn(plugs: Cab['plugs'] = {}, bodies: Record<string, unknown> = {}) {
  stubServer({
    [`${PATH}/points`]: { points: ['X1/12', 'X25/1', 'battery/minus'], plugs: ['X25', 'X26'] },
    ...bodies,
  })
  const onAct = vi.fn()
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      <CabHarness path={PATH} cab={{ id: 'tipper-14', plugs } as Cab} onAct={onAct} />
    </QueryClientProvider>,
  )
  return onAct
}

it('a plug is pulled, bridged, wiggled and put back', async () => {
  const onAct = drawn({ X26: 'off' })
  await userEvent.selectOptions(await screen.findByLabelText('Plug'), 'X26')
  expect(screen.getByRole('button', { name: 'Off' })).toHaveAttribute('aria-pressed', 'true')
  await userEvent.click(screen.getByRole('button', { name: 'Off, jumper' }))
  await userEvent.click(screen.getByRole('button', { name: 'In' }))
  expect(onAct.mock.calls).toEqual([
    ['bridged', 'X26'],
    ['in', 'X26'],
  ])
  expect(screen.getByText('X26 off')).toBeInTheDocument()
})

it('the meter is set to what the open check of a guide asks for', async () => {
  drawn({}, { [`${PATH}/meter`]: { value: 4.9812345, noEnd: false } })
  act(() => askMeter({ red: 'X25/1', black: 'battery/minus', quantity: 'volts' }))
  expect(await screen.findByLabelText('Red lead')).toHaveValue('X25/1')
  await userEvent.click(screen.getByRole('button', { name: 'Volts' }))
  expect(await screen.findByText('4.981')).toBeInTheDocument()
})

it('an open circuit is shown as no end', async () => {
  drawn({}, { [`${PATH}/meter`]: { value: 0, noEnd: true } })
  act(() => askMeter({ red: 'X25/1', black: 'X1/12', quantity: 'ohms' }))
  await userEvent.click(await screen.findByRole('button', { name: 'Ohms' }))
  expect(await screen.findByText('no end')).toBeInTheDocument()
})

it('a meter that cannot be put there says why', async () => {
  drawn()
  act(() => askMeter({ red: 'X25/1', black: 'X1/12', quantity: 'ohms' }))
  await userEvent.click(await screen.findByRole('button', { name: 'Ohms' }))
  await waitFor(() => expect(screen.getByRole('alert')).toBeInTheDocument())
})
