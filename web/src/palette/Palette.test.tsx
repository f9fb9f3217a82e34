import { fireEvent, screen } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { FaultsView, Job, Roll, TrialOffer, Unit } from '../api/client'
import type { WatchChannel } from '../watch/types'
import { JOB, renderInJob, stubServer } from '../test-support'
import { Palette } from './Palette'
import { matching, targets } from './targets'

const unit = { id: 1, fleetNumber: 'Tipper 14', vin: 'SMW0TPR1400018204' } as Unit
const roll = {
  modules: [
    {
      key: 'm1',
      title: 'Engine',
      address: 0,
    },
  ],
  faults: [{ spn: 3510, fmi: 4, component: 'Sensor supply voltage 2', moduleTitle: 'Engine' }],
} as unknown as Roll

afterEach(() => vi.unstubAllGlobals())

it('offers pages, modules and faults of the job before other units and jobs', () => {
  const all = targets({ job: 3, units: [unit], jobs: [JOB], roll })
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
    'page',
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
  expect(matching(targets({ job: 3, offers: [offer] }), 'circuit oil')[0]?.to).toBe(
    '/jobs/3/trace/circuits/oil-pressure-sensor',
  )
})

it('outside a job offers units and jobs only', () => {
  expect(targets({ units: [unit], jobs: [JOB] }).map((t) => t.kind)).toEqual([
    'page',
    'page',
    'page',
    'unit',
    'job',
  ])
})

it('finds by several words in any order, and by kind', () => {
  const all = targets({ job: 3, units: [unit], jobs: [JOB], roll })
  expect(matching(all, 'supply 3510')[0]?.kind).toBe('fault')
  expect(matching(all, 'vessel')[0]?.to).toBe('/jobs/3/vessel')
  expect(matching(all, 'job power')[0]?.kind).toBe('job')
  expect(matching(all, 'nothing like this')).toEqual([])
})

it('finds live values, tests, faults of the last read and actions', () => {
  const done: string[] = []
  const all = targets({
    job: 3,
    channels: [
      { id: 'engine/110', name: 'Engine coolant temperature', spn: 110, side: '' },
      { id: 'acm/110', name: 'Engine coolant temperature', spn: 110, side: '' },
    ] as WatchChannel[],
    tests: [
      { test: 'cutout', title: 'Cylinder cutout by hand', modules: [{ id: 'engine', title: 'Engine' }] },
    ] as unknown as TrialOffer[],
    faults: {
      faults: [{ spn: 4765, fmi: 18, component: 'DOC intake', moduleTitle: 'Aftertreatment' }],
    } as unknown as FaultsView,
    actions: [{ kind: 'action', text: 'Read faults again', to: '', run: () => done.push('read') }],
  })
  expect(matching(all, 'coolant')).toEqual([
    { kind: 'value', text: 'Engine coolant temperature, SPN 110', to: '/jobs/3/watch?spn=110' },
  ])
  expect(matching(all, 'cutout')[0]?.to).toBe('/jobs/3/tests/run/cutout?module=engine')
  expect(matching(all, '4765')[0]?.text).toBe('SPN 4765 FMI 18 DOC intake, Aftertreatment')
  matching(all, 'read faults')[0]?.run?.()
  expect(done).toEqual(['read'])
})

it('never offers more than twelve', () => {
  const jobs: Job[] = Array.from({ length: 40 }, (_, i) => ({ ...JOB, id: i }))
  expect(matching(targets({ jobs }), '')).toHaveLength(12)
})

it('opens by key, narrows down, and says where nothing fits', async () => {
  stubServer({ '/api/units': [unit], '/api/jobs': [JOB], '/api/jobs/3/roll': roll })
  renderInJob(<Palette />, { roll, at: '/jobs/3/faults', route: '/jobs/:job/*' })
  fireEvent.keyDown(document, { key: 'k', ctrlKey: true })
  const field = await screen.findByLabelText(/^Unit, job, module, fault, live value/)
  await userEvent.type(field, 'sensor supply')
  expect(await screen.findByText(/SPN 3510 FMI 4/)).toBeTruthy()
  await userEvent.type(field, ' zzz')
  expect(screen.getByText('Nothing fits. Type less.')).toBeTruthy()
})
