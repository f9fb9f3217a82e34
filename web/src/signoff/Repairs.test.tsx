import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it } from 'vitest'
import { JOB, person, renderInJob, stubServer } from '../test-support'
import { Repairs } from './Repairs'

const PATH = '/api/jobs/3/repairs'
const TECHNICIAN = person('LOOK', 'NOTE', 'READ', 'COMMAND')
const CHOICES = [
  { kind: 'fluid-renewed', title: 'Exhaust fluid renewed', obliges: ['Fluid quality', 'Clear hours'] },
  { kind: 'clamp', title: 'Clamp renewed', obliges: [] },
]

const owed = (test: string, state: string, more: object = {}) => ({
  test,
  title: `Title of ${test}`,
  module: 'aftertreatment',
  state,
  trial: null,
  verdict: null,
  says: '',
  waived: '',
  ...more,
})

const repair = (...all: object[]) => ({
  id: 8,
  title: 'Exhaust fluid renewed',
  at: '2026-11-29T08:00:00Z',
  who: 'Technician 2',
  note: '60 L from a sealed can',
  owed: all,
})

function open(repairs: object[], more: object = {}) {
  const sent = stubServer({ [PATH]: { repairs, choices: CHOICES } })
  renderInJob(<Repairs />, { me: TECHNICIAN, ...more })
  return sent
}

beforeEach(cleanup)

it('without a repair it says what entering one is for', async () => {
  open([])
  expect(await screen.findByText(/resets and tests that it owes then stand here/)).toBeInTheDocument()
})

it('each test that is owed stands with its state and leads to itself', async () => {
  open([
    repair(
      owed('hours', 'OPEN'),
      owed('fluid', 'NOT_PASSED', { trial: 5, verdict: 'FAIL', says: 'Water is in it.' }),
      owed('dosing', 'DONE', { trial: 6, verdict: 'PASS', says: 'It holds.' }),
      owed('quantity', 'WAIVED', { waived: 'no beaker here' }),
    ),
  ])
  const line = async (title: string) =>
    within((await screen.findByRole('link', { name: title })).closest('li')!)
  expect((await line('Title of hours')).getByText('Owed')).toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'Title of hours' })).toHaveAttribute(
    'href',
    '/jobs/3/tests/run/hours?module=aftertreatment',
  )
  expect((await line('Title of fluid')).getByText('Water is in it.')).toBeInTheDocument()
  expect((await line('Title of fluid')).getByRole('link', { name: 'Run it again' })).toBeInTheDocument()
  expect(screen.getByRole('link', { name: 'Title of dosing' })).toHaveAttribute('href', '/jobs/3/tests/6')
  expect((await line('Title of quantity')).getByText('because: no beaker here')).toBeInTheDocument()
})

it('a repair of the pack is entered with what it owes said before', async () => {
  const sent = open([])
  await userEvent.click(await screen.findByRole('button', { name: 'Enter a repair' }))
  expect(screen.getByRole('button', { name: 'Enter the repair' })).toBeDisabled()
  await userEvent.selectOptions(screen.getByLabelText('What was done'), 'Exhaust fluid renewed')
  expect(screen.getByText('It owes, after it: Fluid quality, Clear hours.')).toBeInTheDocument()
  await userEvent.type(screen.getByLabelText(/Note/), 'sealed can')
  await userEvent.click(screen.getByRole('button', { name: 'Enter the repair' }))
  expect(sent).toEqual([`POST ${PATH} {"kind":"fluid-renewed","title":"","note":"sealed can","at":null}`])
  await waitFor(() => expect(screen.queryByRole('button', { name: 'Enter the repair' })).toBeNull())
})

it('own words are needed where the pack has no such repair', async () => {
  const sent = open([])
  await userEvent.click(await screen.findByRole('button', { name: 'Enter a repair' }))
  await userEvent.selectOptions(screen.getByLabelText('What was done'), 'Something else')
  expect(screen.getByRole('button', { name: 'Enter the repair' })).toBeDisabled()
  expect(screen.getByText(/owes no test by the pack/)).toBeInTheDocument()
  await userEvent.type(screen.getByLabelText('In your words'), 'Hose clamp')
  await userEvent.click(screen.getByRole('button', { name: 'Enter the repair' }))
  expect(sent[0]).toContain('"kind":"","title":"Hose clamp"')
})

it('what is not needed needs a reason, and can be needed after all', async () => {
  const sent = open([repair(owed('hours', 'OPEN'), owed('fluid', 'WAIVED', { waived: 'sealed can' }))])
  await userEvent.click(await screen.findByRole('button', { name: 'Not needed' }))
  const send = screen.getByRole('button', { name: 'Not needed' })
  expect(send).toBeDisabled()
  await userEvent.type(screen.getByLabelText('Why it is not needed'), 'module is new{Enter}')
  expect(sent[0]).toBe(`POST ${PATH}/8/waive {"test":"hours","reason":"module is new"}`)
  await userEvent.click(screen.getByRole('button', { name: 'Needed after all' }))
  expect(sent[1]).toBe(`POST ${PATH}/8/waive {"test":"fluid","reason":""}`)
})

it('a repair entered by mistake is taken back', async () => {
  const sent = open([repair()])
  await userEvent.click(await screen.findByRole('button', { name: 'Take back: Exhaust fluid renewed' }))
  expect(sent).toEqual([`DELETE ${PATH}/8`])
})

it.each([
  ['an apprentice enters and waives nothing away', { me: person('LOOK', 'NOTE', 'READ') }, 1],
  ['a specialist only reads', { me: person('LOOK', 'NOTE') }, 0],
  ['nor does anybody change a closed job', { job: { ...JOB, state: 'CLOSED' } }, 0],
])('%s', async (_, more, enters) => {
  open([repair(owed('hours', 'OPEN'))], more)
  await screen.findByText('Title of hours')
  expect(screen.queryAllByRole('button', { name: 'Enter a repair' })).toHaveLength(enters)
  expect(screen.queryByRole('button', { name: 'Not needed' })).toBeNull()
})
