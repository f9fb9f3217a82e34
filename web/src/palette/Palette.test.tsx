import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { Job, Roll, Unit } from '../api/client'
import { JOB, renderInJob, stubServer } from '../test-support'
import { matching, Palette, targets } from './Palette'

const unit = { id: 1, fleetNumber: 'Tipper 14', vin: 'SMW0TPR1400018204' } as Unit
const roll = {
  modules: [
    {
      key: 'm1',
      title: 'Engine',
      address: 0,
      faults: [{ spn: 3510, fmi: 4, component: 'Sensor supply voltage 2' }],
    },
  ],
} as unknown as Roll

afterEach(() => vi.unstubAllGlobals())

it('offers pages, modules and faults of the job before other units and jobs', () => {
  const all = targets(3, [unit], [JOB], roll)
  expect(all.map((t) => t.kind)).toEqual([
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'page',
    'module',
    'fault',
    'page',
    'unit',
    'job',
  ])
  expect(all.find((t) => t.kind === 'fault')?.to).toBe('/jobs/3/faults?spn=3510&fmi=4')
})

it('finds the circuit of a part', () => {
  const offer = {
    guide: 'g',
    part: 'oil-pressure-sensor',
    title: 'Oil pressure sensor',
    symptom: '',
    circuit: true,
  }
  expect(matching(targets(3, [], [], undefined, [offer]), 'circuit oil')[0]?.to).toBe(
    '/jobs/3/trace/circuits/oil-pressure-sensor',
  )
})

it('outside a job offers units and jobs only', () => {
  expect(targets(undefined, [unit], [JOB], undefined).map((t) => t.kind)).toEqual(['page', 'unit', 'job'])
})

it('finds by several words in any order, and by kind', () => {
  const all = targets(3, [unit], [JOB], roll)
  expect(matching(all, 'supply 3510')[0]?.kind).toBe('fault')
  expect(matching(all, 'lamps')[0]?.to).toBe('/jobs/3/faults/lamps')
  expect(matching(all, 'job power')[0]?.kind).toBe('job')
  expect(matching(all, 'nothing like this')).toEqual([])
})

it('never offers more than twelve', () => {
  const jobs: Job[] = Array.from({ length: 40 }, (_, i) => ({ ...JOB, id: i }))
  expect(matching(targets(undefined, [], jobs, undefined), '')).toHaveLength(12)
})

it('opens by key, narrows down, and says where nothing fits', async () => {
  stubServer({ '/api/units': [unit], '/api/jobs': [JOB], '/api/jobs/3/roll': roll })
  renderInJob(<Palette />, { at: '/jobs/3/faults', route: '/jobs/:job/*' })
  fireEvent.keyDown(document, { key: 'k', ctrlKey: true })
  const field = await screen.findByLabelText('Unit, job, module, fault or page')
  await userEvent.type(field, 'sensor supply')
  expect(await screen.findByText(/SPN 3510 FMI 4/)).toBeTruthy()
  await userEvent.type(field, ' zzz')
  expect(screen.getByText('Nothing fits. Type less.')).toBeTruthy()
})
