import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it } from 'vitest'
import { renderInJob, stubServer } from '../test-support'
import { ConversionPanel } from './ConversionPanel'

const found = {
  verdict: 'FAIL',
  says: '50 % (± 4 %) of the nitrogen oxides are converted; 70 % must be.',
  next: 'Measure the fluid.',
  parts: [
    {
      title: 'Catalyst',
      verdict: 'CANNOT_TELL',
      says: 'The catalyst may be worn.',
      next: 'Take the foot off.',
    },
  ],
  figures: [
    { name: 'conversion', place: 0, value: 50, unit: '%', plusMinus: 4, verdict: 'FAIL' },
    { name: 'stretch', place: 1, value: 49.6, unit: '%', plusMinus: 4.2 },
    { name: 'stretch-celsius', place: 1, value: 288, unit: '°C' },
    { name: 'stretch-seconds', place: 1, value: 240, unit: 's' },
  ],
}

beforeEach(() => stubServer())

it('works out a recorded drive and says what may be the cause and how to tell it', async () => {
  stubServer({ '/api/recordings/7/conversion': found })
  renderInJob(<ConversionPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Work it out' }))
  expect(await screen.findByRole('status')).toHaveTextContent('Fail')
  expect(screen.getByText('Take the foot off.')).toBeInTheDocument()
  expect(screen.getByText('50 ± 4.2 %')).toBeInTheDocument()
  expect(screen.getByText('288 °C')).toBeInTheDocument()
  expect(screen.getByText('240 s')).toBeInTheDocument()
})

it('a table that cannot be used says why', async () => {
  renderInJob(<ConversionPanel recording={7} />)
  await userEvent.click(screen.getByRole('button', { name: 'Work it out' }))
  expect(await screen.findByText('There is none.')).toBeInTheDocument()
})
