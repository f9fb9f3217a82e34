import { cleanup, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it } from 'vitest'
import { JOB, person, renderInJob, stubServer } from '../test-support'
import { LogbookPage } from './LogbookPage'

const entry = (id: number, more: object = {}) => ({
  id,
  at: '2026-11-25T08:00:00Z',
  kind: 'NOTE',
  text: `Entry ${id}`,
  hours: 9412.3,
  who: 'Technician 2',
  ...more,
})

beforeEach(cleanup)

it('each entry says when, at which hours of the engine, what and who', async () => {
  stubServer({
    '/api/jobs/3/logbook': [
      entry(2, { hours: null, who: null }),
      entry(1, { kind: 'PHOTO', text: 'The plug.' }),
    ],
  })
  renderInJob(<LogbookPage />)
  await screen.findByText('The plug.')
  const rows = screen.getAllByRole('row').slice(1)
  expect(rows).toHaveLength(2)
  expect(within(rows[0] as HTMLElement).getByText('not known')).toBeInTheDocument()
  expect(within(rows[0] as HTMLElement).getByText('Hitch Lamp')).toBeInTheDocument()
  expect(within(rows[1] as HTMLElement).getByText('9,412.3 h')).toBeInTheDocument()
  expect(within(rows[1] as HTMLElement).getByRole('img', { name: 'The plug.' })).toHaveAttribute(
    'src',
    '/api/jobs/3/photos/1',
  )
})

it('a photo is handed to the server as it is', async () => {
  const sent = stubServer({ '/api/jobs/3/logbook': [] })
  renderInJob(<LogbookPage />)
  const picture = new File(['a picture'], 'plug.png', { type: 'image/png' })
  await userEvent.upload(screen.getByLabelText('Photo for the logbook'), picture)
  await waitFor(() => expect(sent).toEqual(['POST /api/jobs/3/photos']))
})

it('the job is closed and opened again by who may command', async () => {
  const sent = stubServer({ '/api/jobs/3/logbook': [] })
  renderInJob(<LogbookPage />)
  await userEvent.click(screen.getByRole('button', { name: 'Close this job' }))
  await waitFor(() => expect(sent).toEqual(['POST /api/jobs/3/state {"state":"CLOSED"}']))
  cleanup()
  const again = stubServer({ '/api/jobs/3/logbook': [] })
  renderInJob(<LogbookPage />, { job: { ...JOB, state: 'CLOSED' } })
  await userEvent.click(screen.getByRole('button', { name: 'Open it again' }))
  await waitFor(() => expect(again).toEqual(['POST /api/jobs/3/state {"state":"OPEN"}']))
})

it('who only looks on changes nothing', () => {
  stubServer({ '/api/jobs/3/logbook': [] })
  renderInJob(<LogbookPage />, { me: person('LOOK') })
  expect(screen.queryByRole('button')).not.toBeInTheDocument()
})

it('a job from a case file cannot be opened again', () => {
  stubServer({ '/api/jobs/3/logbook': [] })
  renderInJob(<LogbookPage />, { job: { ...JOB, state: 'CASE' } })
  expect(screen.queryByRole('button', { name: 'Open it again' })).toBeNull()
  expect(screen.getByText(/is from a case file, to be read only/)).toBeInTheDocument()
})
