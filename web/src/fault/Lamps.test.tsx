import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import type { LampCheck, LampRow } from '../api/client'
import type { LinkState } from '../stream/types'
import { person, renderInJob, stubServer } from '../test-support'
import { Lamps } from './Lamps'

const up = { state: 'UP', address: 249, held: [] } as unknown as LinkState

const row = (id: string, title: string, more: Partial<LampRow> = {}): LampRow => ({
  id,
  title,
  seen: 'NOT_ASKED',
  by: [{ title: 'Engine', heard: true, told: true, lit: true, out: true }],
  verdict: 'CANNOT_TELL',
  says: 'Nobody has looked at it.',
  next: '',
  ...more,
})

const looking: LampCheck = {
  stage: 'LISTENING',
  says: 'Look at the lamps: each must light and go out.',
  ended: false,
  lamps: [row('stop', 'Stop lamp'), row('warning', 'Warning lamp')],
}

let sent: string[] = []

beforeEach(() => {
  sent = stubServer()
})
afterEach(() => vi.unstubAllGlobals())

const page = (lampCheck?: LampCheck, link: LinkState = up) =>
  renderInJob(<Lamps />, { live: { link, lampCheck }, me: person('LOOK', 'READ', 'NOTE') })

it('says why and what will happen before it begins', async () => {
  page()
  expect(await screen.findByText(/The engine stops when the key goes off/)).toBeTruthy()
  await userEvent.click(screen.getByText('Begin'))
  expect(sent[0]).toContain('/api/jobs/3/faults/lamps')
})

it('sends to the hook-up where there is no link', () => {
  page(undefined, { ...up, state: 'OFF' })
  expect(screen.queryByText('Begin')).toBeNull()
  expect(screen.getByText('Hook up')).toBeTruthy()
})

it('asks the eye for each lamp, and for all at once', async () => {
  page(looking)
  const stop = screen.getByRole('group', { name: 'What the stop lamp did' })
  await userEvent.click(within(stop).getByText('Never lit'))
  expect(sent).toEqual(['POST /api/jobs/3/faults/lamps/answers {"choice":"stop=NEVER_LIT"}'])
  await userEvent.click(screen.getByText('All lit and went out'))
  await waitFor(() => expect(sent.some((p) => p.includes('warning=LIT_THEN_OUT'))).toBe(true))
})

it('passes a module that runs on after the key is off', async () => {
  page({ ...looking, stage: 'KEY_OFF', says: 'Turn the key off.' })
  await userEvent.click(screen.getByText('The key is off'))
  expect(sent[0]).toContain('key is off')
  expect(screen.queryByText('Stop lamp')).toBeNull()
})

it('shows the verdict with what to do next', () => {
  const why = page({
    stage: 'DONE',
    says: 'Every lamp is answered.',
    ended: true,
    lamps: [
      row('stop', 'Stop lamp', {
        seen: 'NEVER_LIT',
        verdict: 'FAIL',
        says: 'Commanded on by the engine module, and it never lit.',
        next: 'The lamp itself.',
      }),
      row('filter', 'Filter lamp', {
        by: [{ title: 'Aftertreatment', heard: false, told: false, lit: false, out: false }],
      }),
    ],
  })
  expect(screen.getByText('Fail')).toBeTruthy()
  expect(screen.getByText(/on, then off · you: never lit/)).toBeTruthy()
  expect(screen.getByText('Aftertreatment: silent')).toBeTruthy()
  expect(why.textContent).toContain('The lamp itself.')
})
