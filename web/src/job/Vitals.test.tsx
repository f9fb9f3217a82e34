import { cleanup, screen } from '@testing-library/react'
import { beforeEach, expect, it } from 'vitest'
import type { JobLive } from '../stream/useJobStream'
import { JOB, renderInJob } from '../test-support'
import { VitalsRow } from './VitalsRow'

const value = (spn: number, more: object = {}) => ({
  spn,
  name: spn === 168 ? 'Battery voltage' : 'Engine speed',
  side: '',
  value: spn === 168 ? 27.94 : 602.4,
  unit: spn === 168 ? 'V' : 'rpm',
  decimals: 2,
  state: 'VALID',
  ageMs: 100,
  ...more,
})

const live = (link: object, vitals: object = {}) =>
  ({
    link: { state: 'UP', bus: 'can250', says: '', linkId: 'sim/tipper-14', ...link },
    vitals: { key: 'on', values: [value(190), value(168)], loadPercent: 41.4, lastFrameMs: 3, ...vitals },
  }) as unknown as Partial<JobLive>

const shown = () => screen.getByLabelText('Vital values').textContent

beforeEach(cleanup)

it('without a link it says so and shows no figure', () => {
  renderInJob(<VitalsRow />)
  expect(screen.getByText('Not hooked up')).toBeInTheDocument()
  expect(screen.queryByLabelText('Vital values')).not.toBeInTheDocument()
})

it('shows the vital few with the load of the bus and the age of the last frame', () => {
  renderInJob(<VitalsRow />, { live: live({}) })
  expect(shown()).toBe('KeyonEngine602rpmBattery27.9Vcan250, 41 % busylast frame 3 ms ago')
})

it('hot exhaust is said as long as a module says it, and of a recording it is not', () => {
  renderInJob(<VitalsRow />, { live: live({}, { exhaustHot: true }) })
  expect(screen.getByText('Exhaust hot')).toBeInTheDocument()
  cleanup()
  renderInJob(<VitalsRow />, { live: live({}, { exhaustHot: false }) })
  expect(screen.queryByText('Exhaust hot')).toBeNull()
  cleanup()
  renderInJob(<VitalsRow />, { live: live({ linkId: 'log/4' }, { exhaustHot: true }) })
  expect(screen.queryByText('Exhaust hot')).toBeNull()
})

const minutesAgo = (n: number) => ({
  job: { ...JOB, exhaustHotAt: new Date(Date.now() - n * 60_000).toISOString() },
})

it('when nobody tells any more, whoever comes next is warned of hot exhaust for two hours', () => {
  renderInJob(<VitalsRow />, minutesAgo(100))
  expect(screen.getByText(/^Exhaust hot at /)).toBeInTheDocument()
  expect(screen.getByText('Not hooked up')).toBeInTheDocument()
  cleanup()
  renderInJob(<VitalsRow />, { ...minutesAgo(20), live: live({}, { key: 'off?', exhaustHot: true }) })
  expect(screen.getByText(/^Exhaust hot at /)).toBeInTheDocument()
  cleanup()
  renderInJob(<VitalsRow />, minutesAgo(121))
  expect(screen.queryByText(/^Exhaust hot/)).toBeNull()
})

it('a module that says that the exhaust has cooled is believed', () => {
  renderInJob(<VitalsRow />, { ...minutesAgo(5), live: live({}, { exhaustHot: false }) })
  expect(screen.queryByText(/^Exhaust hot/)).toBeNull()
  cleanup()
  renderInJob(<VitalsRow />, { ...minutesAgo(5), live: live({}, { exhaustHot: null }) })
  expect(screen.getByText(/^Exhaust hot at /)).toBeInTheDocument()
})

it('a value that has not come for five seconds is stale, and one that is no figure says why', () => {
  renderInJob(<VitalsRow />, {
    live: live({}, { values: [value(190, { ageMs: 5_001 }), value(168, { value: null, state: 'ERROR' })] }),
  })
  expect(shown()).toContain('Enginestale')
  expect(shown()).not.toContain('602')
  expect(shown()).not.toContain('27.9')
})

it('two engines stand under one head with the letters of their sides', () => {
  renderInJob(<VitalsRow />, {
    live: live(
      {},
      { values: [value(190, { side: 'port' }), value(190, { side: 'starboard', value: 1_201.7 })] },
    ),
  })
  expect(shown()).toContain('EngineP602S1,202rpm')
})

it('a recording is not live: no key is inferred from it', () => {
  renderInJob(<VitalsRow />, { live: live({ linkId: 'stored/12' }) })
  expect(shown()).toContain('a recording, not live')
  expect(shown()).not.toContain('Key')
})

it('a link that is down says what is wrong in place of figures', () => {
  renderInJob(<VitalsRow />, { live: live({ state: 'LOST', says: 'The adapter was unplugged.' }) })
  expect(shown()).toBe('The adapter was unplugged.')
})

it('a bus that is silent says that no frame came yet', () => {
  renderInJob(<VitalsRow />, { live: live({}, { lastFrameMs: null, loadPercent: null, values: [] }) })
  expect(shown()).toBe('Keyoncan250no frame yet')
})
