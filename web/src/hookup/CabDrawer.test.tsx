import { fireEvent, screen, waitFor } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { Cab } from '../api/client'
import { renderInJob, stubServer } from '../test-support'
import { CabDrawer } from './CabDrawer'

const cab: Cab = {
  id: 'tipper-3',
  title: 'Tipper 3',
  key: 'on',
  engineRunning: false,
  rpm: 0,
  pedal: 0,
  coolantC: 18,
  batteryV: 25.24,
  plugged: true,
  factor: 1,
  kmh: 0,
  driving: {},
  lamps: { stop: true, 'wait-to-start': false },
}

afterEach(() => vi.unstubAllGlobals())

async function open(now: Cab = cab) {
  const sent = stubServer({
    '/api/jobs/3/cab/tipper-3': now,
    'POST /api/jobs/3/cab/tipper-3': now,
    '/api/quantities': [],
    '/api/jobs/3/cab/tipper-3/points': {
      points: [],
      plugs: [],
      parts: ['fluid'],
      partsOfSeveral: ['injector'],
    },
  })
  renderInJob(<CabDrawer job={3} unit="tipper-3" />)
  await userEvent.click(await screen.findByText('Simulated cab'))
  return sent
}

it('shows the lamps in words and by their light', async () => {
  await open()
  expect(await screen.findByText('stop lit')).toBeTruthy()
  expect(screen.getByText('wait to start dark')).toBeTruthy()
  expect(screen.getByText(/25.2 V/)).toBeTruthy()
})

it('puts a load on a generating set', async () => {
  const sent = await open({ ...cab, driving: { load: '0' } })
  fireEvent.change(await screen.findByLabelText('Load, kW'), { target: { value: '240' } })
  await waitFor(() => expect(sent).toEqual(['POST /api/jobs/3/cab/tipper-3 {"action":"load","value":"240"}']))
})

it('lets a shovel dig', async () => {
  const sent = await open({ ...cab, driving: { dig: '0.50' } })
  expect(await screen.findByLabelText('Digs')).toHaveValue('0.5')
  fireEvent.change(screen.getByLabelText('Digs'), { target: { value: '0.8' } })
  await waitFor(() => expect(sent).toEqual(['POST /api/jobs/3/cab/tipper-3 {"action":"dig","value":"0.8"}']))
})

it('turns the key and pulls the plug', async () => {
  const sent = await open()
  await userEvent.click(await screen.findByText('Key off'))
  await userEvent.click(screen.getByText('Unplug the link'))
  expect(sent).toEqual([
    'POST /api/jobs/3/cab/tipper-3 {"action":"key","value":"off"}',
    'POST /api/jobs/3/cab/tipper-3 {"action":"plug","value":"false"}',
  ])
})

it('cranks only as long as the key is held', async () => {
  const sent = await open()
  fireEvent.pointerDown(await screen.findByText('Crank'))
  fireEvent.pointerUp(window)
  await waitFor(() => expect(sent).toHaveLength(2))
  expect(sent.map((s) => s.replace(/.*value":"(\w+)".*/, '$1'))).toEqual(['crank', 'on'])
  fireEvent.pointerUp(window)
  expect(sent).toHaveLength(2)
})

it('does not crank an engine that runs', async () => {
  await open({ ...cab, engineRunning: true, rpm: 600 })
  expect((await screen.findByText('Crank')).closest('button')?.disabled).toBe(true)
})

it('tells what hands find of the exhaust fluid, where the unit has some', async () => {
  await open({ ...cab, fluid: { urea: 29.4, beaker: 63.2, wet: 1 } })
  expect(await screen.findByText(/refractometer 29.4 %, beaker 63.2 g, line outside wet/)).toBeInTheDocument()
})

it('puts a new part in, and of several the one that is named', async () => {
  const sent = await open()
  await userEvent.click(await screen.findByText('New parts'))
  await userEvent.selectOptions(screen.getByLabelText('Part'), 'fluid')
  await userEvent.click(screen.getByRole('button', { name: 'Put in a new one' }))
  await userEvent.selectOptions(screen.getByLabelText('Part'), 'injector')
  expect(screen.getByRole('button', { name: 'Put in a new one' })).toBeDisabled()
  await userEvent.type(screen.getByLabelText(/Which one/), '3')
  await userEvent.click(screen.getByRole('button', { name: 'Put in a new one' }))
  expect(sent).toEqual([
    'POST /api/jobs/3/cab/tipper-3 {"action":"replace","value":"fluid"}',
    'POST /api/jobs/3/cab/tipper-3 {"action":"replace","value":"injector 3"}',
  ])
  expect(screen.getByText('New: injector 3.')).toBeInTheDocument()
})

it('puts nothing into an engine that runs', async () => {
  await open({ ...cab, engineRunning: true })
  await userEvent.click(await screen.findByText('New parts'))
  await userEvent.selectOptions(screen.getByLabelText('Part'), 'fluid')
  expect(screen.getByRole('button', { name: 'Stop the engine first' })).toBeDisabled()
})
