import { QueryClient, QueryClientProvider } from '@tanstack/react-query'
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import { stubServer } from '../test-support'
import { HOLD_MILLIS, HoldButton } from './HoldButton'
import { OnAPhone } from './OnAPhone'
import PhonePage from './PhonePage'

const row = {
  seconds: 1_300,
  stage: 'BURN',
  inC: 316,
  outC: 503,
  behindC: 549,
  doserKpa: 165,
  sootPercent: 38,
}

const burning = {
  kind: 'regeneration',
  title: 'Forced regeneration',
  stage: 'RUNNING',
  says: { text: 'The soot burns.' },
  now: [],
  choices: [],
  observed: {
    rows: [row],
    stage: 'BURN',
    left: { seconds: 780, least: 540, most: 1_020 },
    hindered: { text: '' },
    done: false,
  },
  judgement: { verdict: 'CANNOT_TELL', says: { text: '' }, next: { text: '' }, measured: [] },
}

const phone = (more: object) => ({
  fleetNumber: 'Tipper 7',
  number: '2026-131',
  by: 'Technician 2',
  now: '2026-11-29T09:00:00Z',
  exhaustHot: true,
  ...more,
})

const draw = (page: React.ReactNode) =>
  render(
    <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
      {page}
    </QueryClientProvider>,
  )

beforeEach(() => {
  cleanup()
  window.history.replaceState({}, '', '/phone/abc')
})

const asking = {
  ...burning,
  kind: 'actuator',
  says: { text: 'Did the back-pressure valve move?' },
  choices: [
    { act: 'saw MOVED', label: { text: 'It moved' }, tells: true },
    { act: 'saw STOOD', label: { text: 'It stood' }, tells: true },
    { act: 'move throttle', label: { text: 'Move the throttle' }, tells: false },
  ],
}

it('answers what was seen with one button each, and offers nothing that moves', async () => {
  const sent = stubServer({
    '/api/phone/abc': phone({ trial: asking }),
  })
  draw(<PhonePage />)
  await userEvent.click(await screen.findByRole('button', { name: 'It stood' }))
  await waitFor(() => expect(sent).toEqual(['POST /api/phone/abc/answer {"act":"saw STOOD"}']))
  expect(screen.queryByRole('button', { name: /throttle/ })).toBeNull()
})

it('shows the running test with what matters of it, and ends it when the button is held', async () => {
  const sent = stubServer({ '/api/phone/abc': phone({ trial: burning }) })
  draw(<PhonePage />)
  expect(
    await screen.findByRole('heading', { name: 'Tipper 7: Forced regeneration runs, exhaust hot' }),
  ).toBeInTheDocument()
  expect(screen.getByText('13')).toBeInTheDocument()
  expect(screen.getByText('min left, 9 to 17')).toBeInTheDocument()
  expect(screen.getByText(/316, 503/)).toBeInTheDocument()
  expect(screen.getByText(/Paired for this job by Technician 2/)).toBeInTheDocument()
  const button = screen.getByRole('button', { name: 'Hold to end it' })
  expect(button.parentElement).toHaveClass('sticky')
  await userEvent.click(button)
  expect(sent).toEqual([])
  fireEvent.pointerDown(button)
  await waitFor(() => expect(sent).toEqual(['POST /api/phone/abc/end']), { timeout: 2 * HOLD_MILLIS })
})

it('an ended test is shown with its verdict and cannot be ended', async () => {
  const ended = {
    ...burning,
    stage: 'ENDED',
    judgement: {
      verdict: 'PASS',
      says: { text: 'Soot was 76 % and is 12 %.' },
      next: { text: 'Read the faults again.' },
      measured: [],
    },
  }
  stubServer({ '/api/phone/abc': phone({ trial: ended, exhaustHot: null }) })
  draw(<PhonePage />)
  expect(await screen.findByText('Soot was 76 % and is 12 %.')).toBeInTheDocument()
  expect(screen.getByText('Read the faults again.')).toBeInTheDocument()
  expect(screen.queryByRole('button')).toBeNull()
})

it('without a test it says so; unpaired it says what to do', async () => {
  stubServer({ '/api/phone/abc': phone({}) })
  draw(<PhonePage />)
  expect(await screen.findByText('No test is under way.')).toBeInTheDocument()
  cleanup()
  stubServer()
  draw(<PhonePage />)
  expect(await screen.findByRole('alert')).toHaveTextContent('There is none.')
})

it('a key that is held acts once, one that is let go of too soon does not', () => {
  vi.useFakeTimers()
  const done = vi.fn()
  draw(<HoldButton label="Hold" onHeld={done} />)
  const button = screen.getByRole('button')
  fireEvent.keyDown(button, { key: 'Enter' })
  vi.advanceTimersByTime(HOLD_MILLIS - 1)
  fireEvent.keyUp(button, { key: 'Enter' })
  vi.advanceTimersByTime(HOLD_MILLIS)
  expect(done).not.toHaveBeenCalled()
  for (let i = 0; i < 5; i++) fireEvent.keyDown(button, { key: ' ' })
  vi.advanceTimersByTime(3 * HOLD_MILLIS)
  expect(done).toHaveBeenCalledOnce()
  vi.useRealTimers()
})

it('a code is drawn for the address that the server gives, and its refusal is told', async () => {
  stubServer({ 'POST /api/jobs/3/phone': { url: 'http://10.0.0.5:8480/phone/abc' } })
  draw(<OnAPhone job={3} />)
  await userEvent.click(screen.getByRole('button', { name: 'On a phone' }))
  expect(await screen.findByRole('img', { name: 'Code for a phone' })).toBeInTheDocument()
  expect(screen.getByText('http://10.0.0.5:8480/phone/abc?units=metric')).toBeInTheDocument()
})
