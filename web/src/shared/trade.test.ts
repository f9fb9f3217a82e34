import { expect, it } from 'vitest'
import { meterDigits, tradeDecimals } from './trade'

it('figures carry the decimals that the trade reads, and never more than they bear', () => {
  expect(['rpm', 'kPa', '°C', 'km/h', 'V', 'bar'].map((u) => tradeDecimals(u, 3))).toEqual([0, 0, 0, 1, 1, 1])
  expect(tradeDecimals('km/h', 3, true)).toBe(0)
  expect(tradeDecimals('V', 0)).toBe(0)
  expect(tradeDecimals('kg/h', 2)).toBe(2)
})

it('a pressure so small that whole figures say nothing has a decimal', () => {
  expect(tradeDecimals('kPa', 3, false, 0.31)).toBe(1)
  expect(tradeDecimals('kPa', 3, true, -2.4)).toBe(1)
  expect(tradeDecimals('kPa', 0, false, 4)).toBe(0)
  expect(tradeDecimals('kPa', 3, false, 240)).toBe(0)
})

it('a meter shows four digits', () => {
  const shown = (v: number) => `${meterDigits(v).digits} ${meterDigits(v).prefix}`.trim()
  expect(
    [0, 0.5123, 4.98149, 12.3, 99.996, 120.04, 999.96, 1234, 47_000, 1_200_000, -12.34].map(shown),
  ).toEqual([
    '0.000',
    '0.512',
    '4.981',
    '12.30',
    '100.0',
    '120.0',
    '1.000 k',
    '1.234 k',
    '47.00 k',
    '1.200 M',
    '-12.34',
  ])
})
