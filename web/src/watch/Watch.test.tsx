import { act, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { beforeEach, expect, it, vi } from 'vitest'
import { renderInJob, person, stubServer } from '../test-support'
import type { LinkState } from '../stream/types'
import { Watch } from './Watch'

type Listener = (change: { type: string; body: unknown }) => void
const heard = vi.hoisted(() => ({ listener: undefined as Listener | undefined }))
vi.mock('../stream/stream', () => ({
  stream: {
    subscribe: (_topic: string, listener: Listener) => {
      heard.listener = listener
      return () => undefined
    },
  },
}))

const channel = (id: string, name: string, more: object = {}) => ({
  id,
  name,
  spn: Number(id.split('/')[1]) || 0,
  module: 'engine',
  moduleTitle: 'Engine',
  side: '',
  source: 'BROADCAST',
  group: 61444,
  unit: '1',
  decimals: 0,
  factor: 1,
  offset: 0,
  words: {},
  sets: [],
  most: null,
  ...more,
})

const up = { link: { state: 'UP', held: [] } as unknown as LinkState }

const since = {
  version: 1,
  engines: { '': 'idles' },
  min: [590, null, 0, null],
  max: [610, null, 1, null],
  mean: [600, null, 0.5, null],
  ageMs: [5, 5, 5, 5],
  periodMs: [20, 500, 100, 1000],
  normal: [580, 720, null, null, null, null, null, null],
}

function tell(states = 'VNVE') {
  act(() => {
    heard.listener?.({
      type: 'channels',
      body: {
        version: 1,
        titles: { vital: 'Vital few', fuel: 'Fuel supply and rail' },
        channels: [
          channel('engine/190', 'Engine speed', { unit: 'rpm', sets: ['vital'] }),
          channel('engine/94', 'Fuel delivery pressure', { unit: 'kPa', sets: ['fuel'] }),
          channel('engine/597', 'Brake switch', { words: { '0': 'off', '1': 'on' } }),
          channel('engine/110', 'Coolant temperature', { unit: '°C', sets: ['vital'] }),
        ],
      },
    })
    heard.listener?.({
      type: 'since',
      body: since,
    })
    heard.listener?.({ type: 'now', body: { version: 1, seconds: 9, raws: [640, 255, 1, 254], states } })
  })
}

beforeEach(() => {
  stubServer({
    '/api/quantities': [],
    '/api/watch-sets': [],
    '/api/jobs/3/recordings-made': [],
    '/api/units/1/recordings': [],
  })
})

it('figures are figures, states are words, switches are read as words', () => {
  renderInJob(<Watch />, { live: up })
  tell()
  const row = (name: string) => screen.getByRole('button', { name: new RegExp(name) }).closest('tr')
  expect(row('Engine speed')).toHaveTextContent('640')
  expect(row('Engine speed')).toHaveTextContent('590')
  expect(row('Fuel delivery')).toHaveTextContent('not available')
  expect(row('Brake switch')).toHaveTextContent('on')
  expect(row('Coolant')).toHaveTextContent('sensor error')
  expect(screen.getByText(/the engine idles/)).toBeInTheDocument()
})

it('a search and a set narrow the list; a fault brings its value with what belongs to it', async () => {
  renderInJob(<Watch />, { live: up, at: '/?spn=110' })
  tell()
  await waitFor(() => expect(screen.getByText('Coolant temperature')).toBeInTheDocument())
  expect(screen.getByText('Engine speed')).toBeInTheDocument()
  expect(screen.queryByText('Fuel delivery pressure')).toBeNull()
  await userEvent.selectOptions(screen.getByLabelText('Set'), 'fuel')
  expect(screen.getByText('Fuel delivery pressure')).toBeInTheDocument()
  await userEvent.selectOptions(screen.getByLabelText('Set'), '')
  await userEvent.type(screen.getByLabelText('Search values'), 'brake spn 597')
  expect(screen.getAllByRole('checkbox')).toHaveLength(1)
})

it('the chosen value says what it is and what is normal', async () => {
  const why = renderInJob(<Watch />, { live: up })
  tell()
  await userEvent.click(screen.getByRole('button', { name: /Engine speed/ }))
  expect(why).toHaveTextContent('SPN 190')
  expect(why).toHaveTextContent('every 20 ms')
  expect(why).toHaveTextContent('580 rpm to 720 rpm')
})

it('from afar a value outside its normal range is named as such', async () => {
  renderInJob(<Watch />, { live: up })
  tell()
  await userEvent.keyboard('b')
  const far = within(await screen.findByRole('dialog'))
  expect(far.getByText('640')).toBeInTheDocument()
  expect(far.queryByText('not normal')).not.toBeInTheDocument()
  act(() => {
    heard.listener?.({
      type: 'now',
      body: { version: 1, seconds: 10, raws: [900, 255, 1, 254], states: 'VNVE' },
    })
    heard.listener?.({ type: 'since', body: since })
  })
  expect(far.getByText('not normal')).toBeInTheDocument()
})

it('names sets of values as the pack does', () => {
  renderInJob(<Watch />, { live: up })
  tell()
  expect(screen.getByRole('option', { name: 'Fuel supply and rail' })).toBeInTheDocument()
  expect(screen.queryByRole('option', { name: 'fuel' })).not.toBeInTheDocument()
})

it('a quantity that two tell is one row that says so; each by itself when asked', async () => {
  renderInJob(<Watch />, { live: up })
  act(() => {
    heard.listener?.({
      type: 'channels',
      body: {
        version: 2,
        titles: {},
        channels: [
          channel('engine/asked/190', 'Engine speed', { spn: 190, source: 'IDENTIFIER' }),
          channel('engine/190', 'Engine speed', { spn: 190 }),
        ],
      },
    })
    heard.listener?.({ type: 'since', body: { ...since, version: 2 } })
  })
  const rows = () => screen.getAllByRole('checkbox')
  expect(rows()).toHaveLength(1)
  expect(screen.getByText(/, 2 sources/)).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: /^More/ }))
  await userEvent.click(await screen.findByRole('menuitem', { name: 'Each source by itself' }))
  expect(rows()).toHaveLength(2)
})

it('records at once, arms a recorder with its conditions, marks the moment', async () => {
  const sent = stubServer({
    '/api/watch-sets': [],
    '/api/jobs/3/recordings-made': [],
    '/api/units/1/recordings': [],
  })
  renderInJob(<Watch />, {
    live: {
      ...up,
      recorders: [
        {
          number: 1,
          name: 'Road',
          stage: 'RECORDING',
          says: '',
          seconds: 75,
          samples: 1200,
          lost: 0,
          recordings: 1,
          recordingId: 9,
        },
      ],
    },
  })
  tell()
  expect(screen.getByText('1:15, 1,200 samples')).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: 'Record' }))
  await userEvent.click(screen.getByRole('button', { name: 'Stop' }))
  await userEvent.type(screen.getByLabelText('What happens at this moment'), 'knock')
  await userEvent.click(screen.getByRole('button', { name: /^Mark/ }))
  await userEvent.click(screen.getByRole('button', { name: /^More/ }))
  await userEvent.click(await screen.findByRole('menuitem', { name: 'Arm a recorder …' }))
  await userEvent.selectOptions(screen.getByLabelText('Condition 1'), 'engine/190')
  await userEvent.clear(screen.getByLabelText('Threshold'))
  await userEvent.type(screen.getByLabelText('Threshold'), '1400')
  await userEvent.click(screen.getByRole('button', { name: 'Arm it' }))
  await waitFor(() => expect(sent).toHaveLength(4))
  expect(sent[0]).toContain('POST /api/jobs/3/watch/recorders')
  expect(sent[1]).toBe('DELETE /api/jobs/3/watch/recorders/1')
  expect(sent[2]).toContain('"text":"knock"')
  expect(sent[3]).toContain('"channel":"engine/190"')
  expect(sent[3]).toContain('"threshold":1400')
})

it('who may only look records nothing, and without a hook-up the way to one is named', () => {
  renderInJob(<Watch />, { me: person('LOOK'), live: up })
  tell()
  expect(screen.queryByRole('button', { name: 'Record' })).toBeNull()
})

it('without a hook-up the way to one is named', () => {
  renderInJob(<Watch />)
  expect(screen.getByRole('link', { name: 'Hook up' })).toBeInTheDocument()
})
