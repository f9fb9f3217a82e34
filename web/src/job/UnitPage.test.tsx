import { cleanup, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { useLocation } from 'react-router'
import { beforeEach, expect, it, vi } from 'vitest'
import { JOB, person, renderInJob, stubServer } from '../test-support'
import { UnitPage } from './UnitPage'

vi.mock('../palette/Palette', () => ({ Palette: () => null }))

const unit = (more: object = {}) => ({
  id: 7,
  fleetNumber: 'Tipper 8',
  maker: 'Orrendale',
  model: 'Korvane 6',
  vin: 'SMW0TPR1400012816',
  ...more,
})

function Where() {
  return <p data-testid="where">{useLocation().pathname}</p>
}

function open(body: object | undefined, posts: Record<string, unknown> = {}, rights = ['LOOK', 'READ']) {
  const sent = stubServer({ ...(body ? { '/api/units/7': body } : {}), ...posts })
  renderInJob(
    <>
      <UnitPage />
      <Where />
    </>,
    { at: '/units/7', route: '*', me: person(...rights) },
  )
  return sent
}

// The page asks for the unit of its address.
vi.mock('react-router', async (actual) => ({
  ...(await actual<typeof import('react-router')>()),
  useParams: () => ({ unit: '7' }),
}))

beforeEach(cleanup)

it('says what the unit is, and that it has no job yet', async () => {
  open({ unit: unit(), jobs: [] })
  expect(await screen.findByRole('heading', { name: 'Tipper 8' })).toBeInTheDocument()
  expect(screen.getByText('Orrendale Korvane 6')).toBeInTheDocument()
  expect(screen.getByText('SMW0TPR1400012816')).toBeInTheDocument()
  expect(screen.getByText('None yet.')).toBeInTheDocument()
})

it('of a unit that no roll has identified it says what will', async () => {
  open({ unit: unit({ maker: '', model: '', vin: '' }), jobs: [] })
  expect(await screen.findByText('Not identified yet; the roll call does it.')).toBeInTheDocument()
})

it('a job is opened in the words of the customer, and its first step follows', async () => {
  const sent = open({ unit: unit(), jobs: [] }, { 'POST /api/jobs': { ...JOB, id: 31 } })
  await userEvent.type(await screen.findByLabelText(/Complaint/), 'Smells of ammonia.')
  await userEvent.click(screen.getByRole('button', { name: 'Open a job' }))
  await waitFor(() => expect(screen.getByTestId('where')).toHaveTextContent('/jobs/31/hook-up'))
  expect(sent).toEqual(['POST /api/jobs {"unitId":7,"complaint":"Smells of ammonia."}'])
})

it('without a complaint nothing is opened', async () => {
  const sent = open({ unit: unit(), jobs: [] })
  await userEvent.click(await screen.findByRole('button', { name: 'Open a job' }))
  expect(sent).toEqual([])
})

it('who only looks on opens no job', async () => {
  open({ unit: unit(), jobs: [] }, {}, ['LOOK'])
  expect(await screen.findByRole('heading', { name: 'Tipper 8' })).toBeInTheDocument()
  expect(screen.queryByRole('button', { name: 'Open a job' })).not.toBeInTheDocument()
})

it('a unit that is not there is said to be none', async () => {
  open(undefined)
  expect(await screen.findByText(/There is none/)).toBeInTheDocument()
})
