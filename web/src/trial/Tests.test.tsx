import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { expect, it } from 'vitest'
import { JOB, renderInJob, stubServer } from '../test-support'
import { Tests } from './Tests'
import { offer } from './trialSamples'

it('the list puts what serves a lead of today first and names what cannot be done and why', async () => {
  stubServer({
    '/api/jobs/3/trials/offers': [
      offer({ test: 'second', title: 'Second', leads: ['Injector return'] }),
      offer(),
      offer({ test: 'third', title: 'Third', modules: [], why: 'No module answered.' }),
    ],
    '/api/jobs/3/trials': [
      {
        id: 5,
        kind: 'cutout',
        test: 'cutout',
        title: 'Cylinder cutout by hand',
        module: 'engine',
        moduleTitle: 'Engine',
        beganAt: '2026-11-25T08:00:00Z',
        endedAt: '2026-11-25T08:03:00Z',
        ending: 'ENDED',
        verdict: 'PASS',
        says: 'All alike.',
        next: '',
        who: 'Technician 2',
      },
    ],
  })
  const why = renderInJob(<Tests />)
  expect(await screen.findByText('2 this unit can do, 1 it cannot now')).toBeInTheDocument()
  expect(screen.getByRole('region', { name: 'For today’s leads' })).toHaveTextContent('Injector return')
  expect(screen.getByRole('region', { name: 'What it cannot do now' })).toHaveTextContent(
    'No module answered.',
  )
  expect(await screen.findByText('All alike.')).toBeInTheDocument()
  expect(why).toHaveTextContent('Second')
  await userEvent.click(screen.getByRole('button', { name: /Cylinder cutout by hand/ }))
  expect(screen.getByRole('link', { name: 'Open the test' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/cutout?module=engine',
  )
})

it('a condition that does not hold stands in the list with what is there now', async () => {
  stubServer({
    '/api/jobs/3/trials/offers': [
      offer({
        modules: [
          {
            id: 'engine',
            title: 'Engine',
            conditions: [
              {
                id: 'coolant',
                says: { text: 'Coolant above \uFFF960 °C\uFFFB' },
                state: 'FAILS',
                now: { text: '\uFFF918 °C\uFFFB' },
                vouch: false,
                how: { text: 'Warm it up.' },
              },
            ],
          },
        ],
      }),
    ],
    '/api/jobs/3/trials': [],
    '/api/quantities': [],
  })
  renderInJob(<Tests />)
  expect(await screen.findByText('Coolant above 60 °C; now 18 °C')).toBeInTheDocument()
  expect(screen.getByText('Warm it up.')).toBeInTheDocument()
})

it('modules whose conditions stand alike are told once, another by itself', async () => {
  const on = (id: string, title: string, state: 'HOLDS' | 'FAILS') => ({
    id,
    title,
    conditions: [
      {
        id: 'stands',
        says: { text: 'The engine stands' },
        state,
        now: { text: state === 'HOLDS' ? '0 rpm' : '600 rpm' },
        vouch: false,
        how: { text: 'Switch it off.' },
      },
    ],
  })
  stubServer({
    '/api/jobs/3/trials/offers': [
      offer({
        minutes: 0.2,
        modules: [on('a', 'Engine', 'HOLDS'), on('b', 'Brakes', 'HOLDS'), on('c', 'Retarder', 'FAILS')],
      }),
    ],
    '/api/jobs/3/trials': [],
  })
  const why = renderInJob(<Tests />)
  expect(await screen.findByText('2 modules:')).toBeInTheDocument()
  expect(screen.getByText('all conditions hold')).toBeInTheDocument()
  expect(screen.getByText('Retarder:')).toBeInTheDocument()
  expect(screen.getByText('The engine stands; now 600 rpm')).toBeInTheDocument()
  expect(screen.getByText('12 s')).toBeInTheDocument()
  expect(why).toHaveTextContent('Open the test, retarder')
})

it('what must be done before a test is said once, however many modules ask for it', async () => {
  const running = (id: string) => ({
    id,
    title: id,
    conditions: [
      {
        id: 'stands',
        says: { text: 'The engine stands' },
        state: 'FAILS' as const,
        now: { text: '600 rpm' },
        vouch: false,
        how: { text: 'Switch it off.' },
      },
    ],
  })
  stubServer({
    '/api/jobs/3/trials/offers': [offer({ modules: [running('Engine'), running('Brakes')] })],
    '/api/jobs/3/trials': [],
  })
  renderInJob(<Tests />)
  expect(await screen.findAllByText('Switch it off.')).toHaveLength(1)
})

it('of a job that came with a case file only what was run stands there', async () => {
  stubServer({ '/api/jobs/3/trials': [], '/api/jobs/3/trials/offers': [offer()] })
  renderInJob(<Tests />, { job: { ...JOB, state: 'CASE' } })
  expect(await screen.findByText('None yet.')).toBeInTheDocument()
  expect(screen.queryByText(/can be done now/)).toBeNull()
  expect(screen.queryByRole('link', { name: /Hook up/ })).toBeNull()
})
