import { fireEvent, screen, waitFor } from '@testing-library/react'
import { afterEach, expect, it, vi } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { OpenCase } from './OpenCase'

afterEach(() => vi.unstubAllGlobals())

const zip = new File(['x'], 'case.zip', { type: 'application/zip' })

it('sends the file and goes to the story of the job that comes of it', async () => {
  const sent = stubServer({ 'POST /api/case-files': { job: 9, number: '2026-105c1' } })
  renderInJob(<OpenCase />)
  fireEvent.change(screen.getByLabelText('Case file'), { target: { files: [zip] } })
  await waitFor(() => expect(sent).toEqual(['POST /api/case-files']))
})

it('says why a file is refused', async () => {
  vi.stubGlobal('fetch', () =>
    Promise.resolve(
      new Response(JSON.stringify({ message: 'This is not a whole zip archive.', next: 'Ask again.' }), {
        status: 400,
      }),
    ),
  )
  renderInJob(<OpenCase />)
  fireEvent.change(screen.getByLabelText('Case file'), { target: { files: [zip] } })
  expect(await screen.findByText(/not a whole zip archive/)).toBeTruthy()
  expect(screen.getByText(/Ask again/)).toBeTruthy()
})
