import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { LoadedPanel } from './LoadedPanel'

const found = {
  verdict: 'FAIL',
  says: 'With cylinder 2 off the crankcase pressure falls from 3.4 kPa to 0.9 kPa.',
  next: 'Measure the relative compression.',
  cylinders: 3,
  normalKpa: 2.5,
  figures: [
    { name: 'crankcase', place: 0, value: 3.42, unit: 'kPa' },
    { name: 'crankcase', place: 2, value: 0.91, unit: 'kPa' },
    { name: 'cures', place: 2, value: 71.4, unit: '%', plusMinus: 3.2, verdict: 'FAIL' },
  ],
  leftOut: [{ off: 3, fromSeconds: 61.7, toSeconds: 66, why: 'a gear was changed' }],
}

beforeEach(() => stubServer())

it('compares the pulls of a recording and says what was left out and why', async () => {
  stubServer({ '/api/recordings/7/cutout-under-load': found })
  renderInJob(<LoadedPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Compare the pulls' }))
  expect(await screen.findByRole('status')).toHaveTextContent('Fail')
  expect(screen.getByText('0.91 kPa')).toBeInTheDocument()
  expect(screen.getByText('71 ± 3 %')).toBeInTheDocument()
  expect(screen.getAllByText('not compared')).toHaveLength(2)
  expect(screen.getByText('At 62 s, Cylinder 3 off: a gear was changed')).toBeInTheDocument()
})

it('a table that cannot be used says why', async () => {
  renderInJob(<LoadedPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Compare the pulls' }))
  expect(await screen.findByText('There is none.')).toBeInTheDocument()
})
