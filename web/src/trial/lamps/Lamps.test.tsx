import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { Seat, TrialView } from '../../api/client'
import { renderInJob, stubServer } from '../../test-support'
import { TrialPage } from '../TrialPage'
import type { LampSeen } from './seen'

const lamp = (id: string, title: string, more: Partial<LampSeen> = {}): LampSeen => ({
  id,
  title,
  seen: 'NOT_ASKED',
  by: [{ title: 'Engine', heard: true, told: true, lit: true, out: true }],
  ...more,
})

const view = (lamps: LampSeen[], more: Partial<TrialView> = {}): TrialView => ({
  kind: 'lamps',
  test: 'lamps',
  title: 'Lamp check',
  module: 'unit',
  moduleTitle: 'Unit',
  stage: 'RUNNING',
  ending: 'NOT_YET',
  says: { text: 'Look at the lamps.' },
  conditions: [],
  countdownSeconds: 0,
  choices: [],
  setPoints: [],
  now: [],
  observed: { looking: true, lamps },
  trace: { names: [], units: [], points: [] },
  judgement: {
    verdict: 'CANNOT_TELL',
    says: { text: '0 of 2 lamps pass.' },
    next: { text: '' },
    measured: [],
    parts: lamps.map((l) => ({
      id: l.id,
      title: l.title,
      verdict: 'CANNOT_TELL',
      says: { text: 'Nobody has looked at it.' },
      next: { text: '' },
    })),
  },
  hazards: [],
  figures: {},
  moves: [],
  source: '',
  ...more,
})

function page(trial: TrialView) {
  return renderInJob(<TrialPage />, {
    at: '/tests/run/lamps?module=unit',
    route: '/tests/run/:test',
    live: { trial, seat: { holder: 'Technician 2' } as Seat },
  })
}

const acts = (sent: string[]) => sent.map((s) => /"act":"(.*)"/.exec(s)?.[1]).filter(Boolean)

afterEach(() => vi.unstubAllGlobals())

it('asks the eye for each lamp, and for all at once', async () => {
  const sent = stubServer()
  page(
    view([lamp('stop', 'Stop lamp'), lamp('warning', 'Warning lamp')], {
      choices: [{ act: 'others-lit', label: { text: 'All lit and went out' } }],
    }),
  )
  const stop = await screen.findByRole('radiogroup', { name: 'What the stop lamp did' })
  await userEvent.click(within(stop).getByText('Never lit'))
  await userEvent.click(screen.getByRole('button', { name: 'All lit and went out' }))
  await waitFor(() => expect(acts(sent)).toEqual(['seen stop NEVER_LIT', 'others-lit']))
})

it('shows no lamps before the key has come on', async () => {
  stubServer()
  page(
    view([lamp('stop', 'Stop lamp')], {
      observed: { looking: false, lamps: [lamp('stop', 'Stop lamp')] },
      says: { text: 'Turn the key off.' },
    }),
  )
  expect(await screen.findByText('Turn the key off.')).toBeInTheDocument()
  expect(screen.queryByText('Stop lamp')).toBeNull()
})

it('shows each verdict with what was commanded, what was seen and what to do next', async () => {
  stubServer()
  const dark = lamp('stop', 'Stop lamp', { seen: 'NEVER_LIT' })
  const silent = lamp('filter', 'Filter lamp', {
    by: [{ title: 'Aftertreatment', heard: false, told: false, lit: false, out: false }],
  })
  page(
    view([dark, silent], {
      stage: 'ENDED',
      judgement: {
        verdict: 'FAIL',
        says: { text: '0 of 2 lamps pass.' },
        next: { text: 'The lamp itself.' },
        measured: [],
        parts: [
          {
            id: 'stop',
            title: 'Stop lamp',
            verdict: 'FAIL',
            says: { text: 'Commanded on by the engine module, and it never lit.' },
            next: { text: 'The lamp itself, its wire, or the instruments.' },
          },
        ],
      },
    }),
  )
  expect(await screen.findByText(/on, then off · you: never lit/)).toBeInTheDocument()
  expect(screen.getByText('Commanded on by the engine module, and it never lit.')).toBeInTheDocument()
  expect(screen.getByText('The lamp itself, its wire, or the instruments.')).toBeInTheDocument()
  expect(screen.getByText('Aftertreatment: silent')).toBeInTheDocument()
})
