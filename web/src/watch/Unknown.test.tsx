import { screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import { person, renderInJob, stubServer } from '../test-support'
import { Unknown } from './Unknown'

const GROUP = {
  pgn: 65298,
  source: 33,
  sender: 'Body',
  partly: false,
  count: 120,
  everySeconds: 0.1,
  bytes: [1, 44, 255],
  moves: [false, true, false],
  unread: [true, true, false],
  ageSeconds: 0.05,
}
const FIELD = {
  spn: 516096,
  name: 'Boom',
  pgn: 65298,
  startBit: 8,
  bits: 8,
  scale: 0.5,
  offset: -20,
  unit: '%',
}
const SAMPLES = [
  { seconds: -1, raw: 40, state: 'VALID', value: 0 },
  { seconds: 0, raw: 44, state: 'VALID', value: 2 },
]
const base = '/api/jobs/3'

afterEach(() => vi.unstubAllGlobals())

function bodies(found: unknown[]) {
  return {
    [`${base}/unknown`]: { groups: [GROUP], dropped: 0, found },
    [`${base}/unknown/33/65298`]: SAMPLES,
    '/api/quantities': [
      {
        symbol: '1',
        metric: { symbol: '1', factor: 1, offset: 0 },
        us: { symbol: '1', factor: 1, offset: 0 },
      },
      {
        symbol: '%',
        metric: { symbol: '%', factor: 1, offset: 0 },
        us: { symbol: '%', factor: 1, offset: 0 },
      },
    ],
  }
}

it('marks the byte that moves, and shows what it told when it is chosen', async () => {
  stubServer(bodies([]))
  renderInJob(<Unknown />, { me: person('READ') })
  const moving = await screen.findByRole('button', { name: 'Byte 2, 2C' })
  expect(moving.className).toContain('underline')
  expect(screen.getByRole('button', { name: 'Byte 1, 01' }).className).not.toContain('underline')
  expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Byte 3, FF' }).disabled).toBe(true)
  await userEvent.click(moving)
  expect(await screen.findByText(/from 0 to 2/)).toBeTruthy()
  expect(screen.getByText('100 ms')).toBeTruthy()
})

it('keeps a field with its scale, offset and unit', async () => {
  const sent = stubServer({ ...bodies([]), [`POST ${base}/fields`]: FIELD })
  renderInJob(<Unknown />, { me: person('READ') })
  await userEvent.click(await screen.findByRole('button', { name: 'Byte 2, 2C' }))
  const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Keep as a parameter' })
  expect(keep.disabled).toBe(true)
  await userEvent.clear(screen.getByLabelText('Scale'))
  await userEvent.type(screen.getByLabelText('Scale'), '0,5')
  await userEvent.clear(screen.getByLabelText('Offset'))
  await userEvent.type(screen.getByLabelText('Offset'), '-20')
  await userEvent.selectOptions(screen.getByLabelText('Unit'), '%')
  await userEvent.type(screen.getByLabelText('Name'), 'Boom')
  await userEvent.click(keep)
  expect(sent).toEqual([
    'POST /api/jobs/3/fields {"name":"Boom","pgn":65298,"startBit":8,"bits":8,"scale":0.5,"offset":-20,"unit":"%"}',
  ])
})

it('forgets a field, and hands out the pack only where something was kept', async () => {
  const sent = stubServer(bodies([FIELD]))
  renderInJob(<Unknown />, { me: person('READ') })
  expect(await screen.findByRole('link', { name: 'Workshop pack' })).toBeTruthy()
  await userEvent.click(screen.getByRole('button', { name: 'Forget' }))
  expect(sent).toEqual(['DELETE /api/jobs/3/fields/516096'])
})

it('keeps nothing for who may only look', async () => {
  stubServer(bodies([FIELD]))
  renderInJob(<Unknown />, { me: person('LOOK') })
  await userEvent.click(await screen.findByRole('button', { name: 'Byte 2, 2C' }))
  expect(screen.queryByRole('button', { name: 'Keep as a parameter' })).toBeNull()
  expect(screen.queryByRole('button', { name: 'Forget' })).toBeNull()
})

it('says what to do where nothing is heard', async () => {
  stubServer({ [`${base}/unknown`]: { groups: [], dropped: 0, found: [] } })
  renderInJob(<Unknown />, { me: person('READ') })
  expect(await screen.findByText(/Hook up to the unit/)).toBeTruthy()
  expect(screen.queryByRole('link', { name: 'Workshop pack' })).toBeNull()
})
