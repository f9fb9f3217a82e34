import { act, fireEvent, render } from '@testing-library/react'
import { expect, it, vi } from 'vitest'
import type { Measure, TrialHead, TrialView } from '../api/client'
import { matching, targets } from '../palette/targets'
import { steps } from '../job/path'
import { show } from './quantity'
import { change, useSettings } from './settings'
import { useKeys } from './useKeys'
import { ago, count } from './words'

const table: Measure[] = [
  {
    symbol: '°C',
    metric: { symbol: '°C', factor: 1, offset: 0 },
    us: { symbol: '°F', factor: 1.8, offset: 32 },
  },
  {
    symbol: 'kPa',
    metric: { symbol: 'kPa', factor: 1, offset: 0 },
    us: { symbol: 'psi', factor: 0.1450377, offset: 0 },
  },
]

it('converts for showing only, with decimals that the signal bears', () => {
  expect(show(18, '°C', 0, 'us', table, 'en')).toEqual({ figure: '64', unit: '°F' })
  expect(show(-40, '°C', 0, 'us', table, 'en').figure).toBe('-40')
  expect(show(400, 'kPa', 0, 'us', table, 'en')).toEqual({ figure: '58.0', unit: 'psi' })
  expect(show(18204.6, 'h', 1, 'us', table, 'en')).toEqual({ figure: '18,204.6', unit: 'h' })
})

function Keys({ action }: { action: () => void }) {
  useKeys({ r: action })
  useSettings()
  return <input aria-label="note" />
}

it('single letters never fire in a field, with a modifier, or when turned off', () => {
  const action = vi.fn()
  const { getByLabelText } = render(<Keys action={action} />)
  fireEvent.keyDown(document.body, { key: 'r' })
  expect(action).toHaveBeenCalledTimes(1)
  fireEvent.keyDown(getByLabelText('note'), { key: 'r' })
  fireEvent.keyDown(document.body, { key: 'r', ctrlKey: true })
  expect(action).toHaveBeenCalledTimes(1)
  act(() => change({ singleKeys: false }))
  fireEvent.keyDown(document.body, { key: 'r' })
  expect(action).toHaveBeenCalledTimes(1)
  act(() => change({ singleKeys: true }))
})

it('the theme stands on the page', () => {
  change({ theme: 'night' })
  expect(document.documentElement.dataset.theme).toBe('night')
  change({ theme: 'day' })
  expect(document.documentElement.dataset.theme).toBe('day')
})

it('the palette finds by every typed word', () => {
  const all = targets({
    job: 3,
    units: [
      { id: 1, fleetNumber: 'Tipper 14', vin: 'SMW0', maker: '', model: '', unitClass: 'TRUCK', pack: '' },
    ],
  })
  expect(matching(all, 'unit 14')[0]?.to).toBe('/units/1')
  expect(matching(all, 'faults')[0]?.to).toBe('/jobs/3/faults')
  expect(matching(all, 'nothing like it')).toHaveLength(0)
})

it('the path says where the job stands', () => {
  expect(steps(undefined, undefined, undefined, undefined).map((s) => s.says)).toEqual([
    'not begun',
    'not read',
    'comes with the roll',
    'when hooked up',
    'not begun',
    'not begun',
    'not begun',
  ])
})

it('words agree with their number', () => {
  expect(count(1, 'fault')).toBe('1 fault')
  expect(count(0, 'fault')).toBe('0 faults')
  const now = new Date('2026-11-23T12:00:00Z')
  expect(ago(new Date('2026-11-23T11:59:40Z'), now)).toBe('just now')
  expect(ago(new Date('2026-11-23T09:00:00Z'), now)).toBe('3 h ago')
  expect(ago(new Date('2026-11-19T09:00:00Z'), now)).toBe('4 days ago')
})

it('the path says what the tests of a job have come to, and what is under way before all', () => {
  let tests = 0
  const head = (verdict?: 'PASS' | 'FAIL' | 'CANNOT_TELL') =>
    ({ verdict, test: `test ${tests++}`, module: 'engine' }) as unknown as TrialHead
  const says = (trial: TrialView | undefined, ...done: TrialHead[]) =>
    steps(undefined, undefined, undefined, undefined, [], trial, done)[4]?.says
  expect(says(undefined)).toBe('not begun')
  expect(says(undefined, head())).toBe('not begun')
  expect(says(undefined, head('PASS'), head('CANNOT_TELL'))).toBe('2 done')
  expect(says(undefined, head('PASS'), head('FAIL'))).toBe('1 of 2 failed')
  const running = { title: 'Cutout', stage: 'RUNNING' } as unknown as TrialView
  expect(says(running, head('FAIL'))).toBe('Cutout: under way')
})
