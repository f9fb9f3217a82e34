import { render, screen } from '@testing-library/react'
import { expect, it } from 'vitest'
import type { Fault, FaultsView, Roll } from '../api/client'
import { FaultTable, times } from './FaultTable'
import { LampStates } from './LampStates'
import { commanded } from './lamps'

function fault(part: Partial<Fault>): Fault {
  return {
    module: 'm',
    moduleTitle: 'Engine',
    address: 0,
    spn: 102,
    fmi: 4,
    count: 3,
    atCeiling: false,
    doubtful: false,
    state: 'ACTIVE',
    conversion: 'V4',
    component: 'Intake pressure',
    mode: 'voltage low',
    ...part,
  }
}

it('claims no count that the module did not tell', () => {
  expect(times(fault({ count: undefined }))).toBe('not counted')
  expect(times(fault({ count: 126, atCeiling: true }))).toBe('126× or more')
  expect(times(fault({ count: 0 }))).toBe('0×')
})

it('says when the SPN may be another', () => {
  render(
    <FaultTable
      faults={[fault({ conversion: 'AMBIGUOUS' })]}
      withModule
      selected={undefined}
      onSelect={() => undefined}
    />,
  )
  expect(screen.getByText(/conversion version not known/)).toBeInTheDocument()
  expect(screen.getByText('Now')).toBeInTheDocument()
  expect(screen.getByText('SPN 102 FMI 4')).toBeInTheDocument()
})

it('warns of faults from a module that answers nonsense', () => {
  render(
    <FaultTable
      faults={[fault({ doubtful: true })]}
      withModule
      selected={undefined}
      onSelect={() => undefined}
    />,
  )
  expect(screen.getByText(/do not trust this/)).toBeInTheDocument()
})

it('tells lamps in words', () => {
  render(
    <LampStates
      lamps={{ malfunction: 'OFF', stop: 'FLASHES_FAST', warning: 'ON', protect: 'NOT_AVAILABLE' }}
    />,
  )
  expect(screen.getByText('flashes fast')).toBeInTheDocument()
  expect(screen.getByText('not available')).toBeInTheDocument()
})

it('tells lamps by the newest read, not by the roll call before it', () => {
  const off = { malfunction: 'OFF', stop: 'OFF', warning: 'OFF', protect: 'OFF' } as const
  const read = {
    modules: [
      { key: 'aftertreatment', title: 'Aftertreatment', lamps: off },
      { key: 'brakes', title: 'Brakes' },
    ],
  } as unknown as FaultsView
  const roll = {
    modules: [
      { key: 'aftertreatment', title: 'Aftertreatment', lamps: { ...off, warning: 'ON' } },
      { key: 'brakes', title: 'Brakes', lamps: { ...off, stop: 'ON' } },
    ],
  } as unknown as Roll
  expect(commanded(read, roll).map((m) => [m.title, m.lamps?.warning, m.lamps?.stop])).toEqual([
    ['Aftertreatment', 'OFF', 'OFF'],
    ['Brakes', 'OFF', 'ON'],
  ])
  expect(commanded(read, undefined)).toHaveLength(1)
})
