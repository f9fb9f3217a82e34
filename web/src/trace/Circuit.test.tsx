import { screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { afterEach, expect, it, vi } from 'vitest'
import type { CircuitFitting, CircuitView } from '../api/client'
import type { LinkState } from '../stream/types'
import { renderInJob, stubServer } from '../test-support'
import { lines, litPoints } from './CircuitDrawing'
import { CircuitPage } from './CircuitPage'
import { layOut } from './circuitLayout'

afterEach(() => vi.unstubAllGlobals())

const contact = (
  point: string,
  role: CircuitFitting['contacts'][number]['role'],
  more: Partial<CircuitFitting['contacts'][number]> = {},
) => ({
  point,
  name: point.split('/')[1] ?? '1',
  says: point.replace('/', ' contact '),
  role,
  own: false,
  spn: 0,
  measures: '',
  ...more,
})

const fitting = (
  id: string,
  kind: CircuitFitting['kind'],
  contacts: CircuitFitting['contacts'],
  part = '',
) => ({
  id,
  kind,
  title: `Title of ${id}`,
  place: `Place of ${id}`,
  amps: kind === 'FUSE' ? 10 : 0,
  part,
  partTitle: part && `Part ${part}`,
  contacts,
})

const SHEET: CircuitView = {
  part: 'coolant-sensor',
  title: 'Coolant sensor',
  what: 'Reads the coolant.',
  normal: '84 to 95 °C.',
  fittings: [
    fitting(
      'X1',
      'PLUG',
      [
        contact('X1/38', 'SIGNAL', { own: true, spn: 110, measures: 'Coolant temperature' }),
        contact('X1/23', 'RETURN'),
      ],
      'module-engine',
    ),
    fitting('S25', 'SPLICE', [contact('S25', 'RETURN')], 'sensor-ground-3'),
    fitting(
      'X28',
      'PLUG',
      [contact('X28/1', 'SIGNAL', { own: true, spn: 110 }), contact('X28/2', 'RETURN', { own: true })],
      'coolant-sensor',
    ),
    fitting('X29', 'PLUG', [contact('X29/2', 'RETURN')], 'intake-sensor'),
  ],
  wires: [
    { number: 'W1', from: 'X28/1', to: 'X1/38', colour: 'white', mm2: 0.75 },
    { number: 'W2', from: 'X28/2', to: 'S25', colour: 'black', mm2: 0.75 },
    { number: 'W3', from: 'X29/2', to: 'S25', colour: 'black', mm2: 0.75 },
    { number: 'W4', from: 'X1/23', to: 'S25', colour: 'black', mm2: 0.75 },
  ],
  guides: [{ id: 'sensor-two-wires', title: 'Coolant sensor and its two wires' }],
  nets: [
    ['X1/38', 'X28/1'],
    ['X28/2', 'S25', 'X29/2', 'X1/23'],
  ],
}

it('what feeds is laid out left of what is fed, and nothing lies on anything else', async () => {
  const placed = await layOut(SHEET)
  const at = Object.fromEntries(placed.fittings.map((p) => [p.fitting.id, p]))
  expect(at.X1?.x).toBeLessThan(at.S25?.x ?? 0)
  expect(at.S25?.x).toBeLessThan(at.X28?.x ?? 0)
  const boxes = placed.fittings
  for (const a of boxes)
    for (const b of boxes)
      if (a !== b)
        expect(
          a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y,
        ).toBe(true)
})

it('a wire ends at the contacts that it joins', async () => {
  const placed = await layOut(SHEET)
  const wire = placed.wires.find((w) => w.wire.number === 'W1')
  const ends = [wire?.corners[0], wire?.corners.at(-1)]
  for (const point of ['X1/38', 'X28/1']) {
    const contact = placed.fittings.flatMap((f) => f.contacts).find((c) => c.point === point)
    expect(
      ends.some(
        (e) =>
          Math.abs((e?.x ?? 0) - (contact?.x ?? 9e9)) < 1 && Math.abs((e?.y ?? 0) - (contact?.y ?? 9e9)) < 1,
      ),
    ).toBe(true)
  }
})

it('a wire that is pointed at is one with its whole net, a fitting with all its wires', () => {
  expect(litPoints(SHEET, { wire: 'W2' })).toEqual(new Set(['X28/2', 'S25', 'X29/2', 'X1/23']))
  expect(litPoints(SHEET, { fitting: 'X28' }).size).toBe(6)
  expect(litPoints(SHEET, undefined).size).toBe(0)
})

function page(bodies: Record<string, unknown> = {}, up = false) {
  stubServer({ '/api/jobs/3/circuits/coolant-sensor': SHEET, ...bodies })
  return renderInJob(<CircuitPage />, {
    at: '/jobs/3/trace/circuits/coolant-sensor',
    route: '/jobs/:job/trace/circuits/:part',
    live: up ? { link: { state: 'UP', held: [] } as unknown as LinkState } : {},
  })
}

it('pointing at a wire names its net, at a plug where it sits and whose it is', async () => {
  const why = page()
  await userEvent.click(await screen.findByRole('button', { name: /Wire W2 black/ }))
  expect(within(why).getByText('X29 contact 2')).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: /X29, Title of X29/ }))
  expect(within(why).getByText('Place of X29.')).toBeInTheDocument()
  expect(within(why).getByRole('link', { name: 'Circuit of Part intake-sensor' })).toBeInTheDocument()
})

it('by keyboard a wire is chosen and let go of', async () => {
  page()
  const wire = await screen.findByRole('button', { name: /Wire W1 white/ })
  wire.focus()
  await userEvent.keyboard('{Enter}')
  expect(wire).toHaveAttribute('aria-pressed', 'true')
  await userEvent.keyboard('{Enter}')
  expect(wire).toHaveAttribute('aria-pressed', 'false')
})

it('signals show what the module makes of them, with the volts that stand for it', async () => {
  const why = page(
    {
      '/api/jobs/3/circuits/coolant-sensor/now': [
        { point: 'X28/1', value: 84.2, unit: '°C', volts: 0.71 },
        { point: 'X1/38', value: 84.2, unit: '°C' },
      ],
    },
    true,
  )
  expect(await screen.findByText(/84.2 °C, 0.71 V/)).toBeInTheDocument()
  await userEvent.click(screen.getByRole('button', { name: /X28, Title/ }))
  expect(within(why).getByText(/stands for 0.71 V, nominal/)).toBeInTheDocument()
})

it('a signal of which no figure is told says so', async () => {
  page({ '/api/jobs/3/circuits/coolant-sensor/now': [] }, true)
  expect(await screen.findAllByText(/no figure/)).toHaveLength(2)
})

it('a long title is broken between words', () => {
  expect(lines('Engine module plug')).toEqual(['Engine module plug'])
  expect(lines('Particulate filter pressure sensor plug')).toEqual([
    'Particulate filter pressure',
    'sensor plug',
  ])
})

it('from the sheet its guide and its live values are one action away', async () => {
  const why = page()
  expect(await within(why).findByRole('button', { name: 'Trace it, step by step' })).toBeEnabled()
  expect(within(why).getByRole('link', { name: 'Live values of it' })).toHaveAttribute(
    'href',
    '/jobs/3/watch?spn=110',
  )
})

it('the same stands in a table', async () => {
  page()
  const table = await screen.findByRole('table')
  expect(within(table).getAllByRole('row')).toHaveLength(5)
  expect(within(table).getByText('W4')).toBeInTheDocument()
})

it('a part without a circuit says so', async () => {
  stubServer()
  renderInJob(<CircuitPage />, { at: '/jobs/3/trace/circuits/x', route: '/jobs/:job/trace/circuits/:part' })
  await waitFor(() => expect(screen.getByRole('alert')).toBeInTheDocument())
})
