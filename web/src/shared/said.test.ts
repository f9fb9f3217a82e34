import { describe, expect, it } from 'vitest'
import type { Measure } from '../api/client'
import { show } from './quantity'
import { read } from './said'

const table = [
  {
    symbol: '°C',
    metric: { symbol: '°C', factor: 1, offset: 0 },
    us: { symbol: '°F', factor: 1.8, offset: 32 },
  },
  {
    symbol: 'kPa',
    metric: { symbol: 'kPa', factor: 1, offset: 0 },
    us: { symbol: 'psi', factor: 0.145038, offset: 0 },
  },
] as unknown as Measure[]
const hot = 'Coolant rose to \uFFF9112 °C\uFFFB; the limit is \uFFF9104 °C\uFFFB.'

describe('a sentence of the server', () => {
  it('is read in the chosen units', () => {
    expect(read(hot, (v, u, d) => show(v, u, d, 'metric', table, 'en'))).toBe(
      'Coolant rose to 112 °C; the limit is 104 °C.',
    )
    expect(read({ text: hot }, (v, u, d) => show(v, u, d, 'us', table, 'en'))).toBe(
      'Coolant rose to 234 °F; the limit is 219 °F.',
    )
    expect(read('\uFFF9241 kPa\uFFFB', (v, u, d) => show(v, u, d, 'us', table, 'en'))).toBe('35.0 psi')
  })

  it('keeps plain text, figures without a unit and broken marks readable', () => {
    const metric = (v: number, u: string, d: number) => show(v, u, d, 'metric', table, 'en')
    expect(read('Nothing to do.', metric)).toBe('Nothing to do.')
    expect(read('\uFFF9-7.50\uFFFB times', metric)).toBe('-7.50 times')
    expect(read('a \uFFF9b \uFFFB c', metric)).toBe('a b  c')
  })
})
