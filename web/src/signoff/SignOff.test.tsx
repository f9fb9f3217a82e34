import { cleanup, screen, within } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { SignOff } from './SignOff'

const state = (more: object = {}) => ({ reads: 2, open: [], tests: [], traces: [], changes: [], ...more })

const tested = (id: number, verdict: string, says: string) => ({
  id,
  title: `Test ${id}`,
  at: '2026-11-25T08:00:00Z',
  verdict,
  says: { text: says },
  next: { text: 'Go on.' },
})

function open(body: object) {
  stubServer({ '/api/jobs/3/sign-off': body, '/api/jobs/3/repairs': { repairs: [], choices: [] } })
  return renderInJob(<SignOff />)
}

beforeEach(cleanup)

it('with nothing open it says what is left to do before the report', async () => {
  open(state())
  expect(await screen.findByText('nothing is open')).toBeInTheDocument()
  expect(screen.getByText(/Drive it as the customer does/)).toBeInTheDocument()
  expect(screen.queryByRole('region', { name: 'Tests' })).not.toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'Compare any two' })).toHaveAttribute(
    'href',
    '/jobs/3/faults/compare',
  )
})

it('each open thing stands with its next step, also where two modules say the same', async () => {
  const same = { says: { text: 'Pending: charge pressure, low.' }, next: { text: 'Run it as it was.' } }
  open(
    state({
      open: [same, same, { says: { text: 'There is one read only.' }, next: { text: 'Read again.' } }],
    }),
  )
  expect(await screen.findByText('3 things open')).toBeInTheDocument()
  const list = within(screen.getByRole('region', { name: 'Still open' })).getAllByRole('listitem')
  expect(list.map((l) => l.textContent)).toEqual([
    'Pending: charge pressure, low.Run it as it was.',
    'Pending: charge pressure, low.Run it as it was.',
    'There is one read only.Read again.',
  ])
})

it('tests and guides stand with what they came to and lead to themselves', async () => {
  open(
    state({
      tests: [tested(5, 'FAIL', 'Cylinder 4 does 41 %.'), tested(6, 'PASS', 'All alike.')],
      traces: [
        {
          id: 9,
          title: 'Oil pressure sensor',
          at: '2026-11-25T08:10:00Z',
          word: 'found',
          says: { text: 'Pin 2 is open.' },
          assumed: ['the plug is dry'],
        },
      ],
    }),
  )
  const failed = await screen.findByRole('link', { name: /Test 5/ })
  expect(failed).toHaveAttribute('href', '/jobs/3/tests/5')
  expect(within(failed).getByText('Fail')).toBeInTheDocument()
  expect(screen.getByText('Cylinder 4 does 41 %.')).toBeInTheDocument()
  expect(within(screen.getByRole('link', { name: /Test 6/ })).getByText('Pass')).toBeInTheDocument()
  const traced = screen.getByRole('link', { name: /Oil pressure sensor/ })
  expect(traced).toHaveAttribute('href', '/jobs/3/trace/9')
  expect(within(traced).getByText('Found')).toBeInTheDocument()
  expect(screen.getByText('the plug is dry')).toBeInTheDocument()
  expect(screen.getByText('Assumed')).toBeInTheDocument()
})

it.each([
  [0, /No read is stored yet. Read the faults again/],
  [1, /One read so far. Read the faults again/],
])('with %s reads there is no before and after', async (reads, says) => {
  open(state({ reads }))
  expect(await screen.findByText(says)).toBeInTheDocument()
  expect(screen.queryByRole('link', { name: 'Compare any two' })).not.toBeInTheDocument()
})

it('what changed between the first and the last read is named with its numbers', async () => {
  open(
    state({
      reads: 4,
      changes: [
        {
          change: 'gone',
          component: 'Intake pressure',
          mode: 'too low',
          moduleTitle: 'Engine',
          spn: 102,
          fmi: 18,
        },
      ],
    }),
  )
  expect(await screen.findByText(/From the first to the last of 4 reads/)).toBeInTheDocument()
  expect(screen.getByText('SPN 102 FMI 18')).toBeInTheDocument()
  expect(screen.getByText('gone')).toBeInTheDocument()
})

it('report and case file are links of the server, in the units of the reader', async () => {
  const why = open(state())
  await screen.findByText('nothing is open')
  const links = screen.getAllByRole('link').map((l) => l.getAttribute('href'))
  expect(links).toContain('/api/jobs/3/report.pdf?units=METRIC')
  expect(links).toContain('/api/jobs/3/report.pdf?full=true&units=METRIC')
  expect(links).toContain('/api/jobs/3/case-file')
  expect(within(why).getByRole('link', { name: 'Where to start' })).toHaveAttribute('href', '/jobs/3/faults')
})

it('where the server does not answer it says so, and the report is still offered', async () => {
  stubServer()
  renderInJob(<SignOff />)
  expect(await screen.findByText(/There is none/)).toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'Report, one page' })).toBeInTheDocument()
})
