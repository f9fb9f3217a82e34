import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { Unit } from '../api/client'
import { JOB, person, renderInJob, stubServer } from '../test-support'
import { LogbookPage } from './LogbookPage'
import { UnitPage } from './UnitPage'
import { Units } from './Units'

const unit = { id: 1, fleetNumber: 'Tipper 14', vin: '', maker: '', model: '' } as Unit

afterEach(() => vi.unstubAllGlobals())

it('lists units and jobs with what is not known yet in words', async () => {
  stubServer({ '/api/units': [unit], '/api/jobs': [{ ...JOB, state: 'CLOSED' }], '/api/quantities': [] })
  renderInJob(<Units />)
  expect(await screen.findByText('VIN not read yet')).toBeTruthy()
  expect(screen.getByText('not identified yet')).toBeTruthy()
  expect(await screen.findByText('Closed')).toBeTruthy()
})

it('says what to do on an empty installation', async () => {
  stubServer({ '/api/units': [], '/api/jobs': [], '/api/quantities': [] })
  renderInJob(<Units />)
  expect(await screen.findByText('No unit yet. Add the first one.')).toBeTruthy()
  expect(screen.getByText('No job fits. Choose a unit and open one.')).toBeTruthy()
})

it('adds a unit with its fleet number alone', async () => {
  const sent = stubServer({ '/api/units': [], '/api/jobs': [], '/api/quantities': [] })
  renderInJob(<Units />)
  await userEvent.click(await screen.findByText('Add a unit'))
  await userEvent.type(screen.getByLabelText('Fleet number'), 'Dozer 2')
  await userEvent.selectOptions(screen.getByLabelText('Class'), 'MACHINE')
  await userEvent.click(screen.getByText('Add the unit'))
  expect(sent[0]).toContain('"fleetNumber":"Dozer 2"')
  expect(sent[0]).toContain('"unitClass":"MACHINE"')
})

it('offers no opening of jobs to somebody who only looks', async () => {
  stubServer({ '/api/units/1': { unit, jobs: [JOB] }, '/api/quantities': [] })
  renderInJob(<UnitPage />, { me: person('LOOK'), at: '/units/1', route: '/units/:unit' })
  expect(await screen.findByText('Job 2026-103')).toBeTruthy()
  expect(screen.queryByText('Open a job')).toBeNull()
})

it('opens a job with the complaint in the customer’s words', async () => {
  const sent = stubServer({ '/api/units/1': { unit, jobs: [] }, '/api/quantities': [] })
  renderInJob(<UnitPage />, { at: '/units/1', route: '/units/:unit' })
  await userEvent.type(await screen.findByLabelText(/Complaint/), 'No power uphill')
  await userEvent.click(screen.getByText('Open a job'))
  expect(sent[0]).toBe('POST /api/jobs {"unitId":1,"complaint":"No power uphill"}')
})

it('shows the logbook with hours where they are known, and closes the job', async () => {
  const entry = { id: 1, at: '2026-11-23T10:00:00Z', kind: 'NOTE', text: 'Smells burnt', who: 'Technician 2' }
  const sent = stubServer({
    '/api/jobs/3/logbook': [
      { ...entry, hours: 18_204.6 },
      { ...entry, id: 2, text: 'Job opened', who: null },
    ],
    '/api/quantities': [],
  })
  renderInJob(<LogbookPage />)
  expect(await screen.findByText('Smells burnt')).toBeTruthy()
  expect(screen.getByText('18,204.6 h')).toBeTruthy()
  expect(screen.getByText('not known')).toBeTruthy()
  expect(screen.getByText('Hitch Lamp')).toBeTruthy()
  await userEvent.click(screen.getByText('Close this job'))
  expect(sent[0]).toBe('POST /api/jobs/3/state {"state":"CLOSED"}')
})

it('lets a specialist note and not close', async () => {
  stubServer({ '/api/jobs/3/logbook': [], '/api/quantities': [] })
  renderInJob(<LogbookPage />, { me: person('LOOK', 'NOTE') })
  expect(await screen.findByText('Add a photo')).toBeTruthy()
  expect(screen.queryByText('Close this job')).toBeNull()
})
