import { expect, it } from 'vitest'
import { covered } from './Plot'

it('an axis covers its lines and where they are expected, whichever is wider', () => {
  const burn = [
    { low: 290, high: 345, tone: '--ink-2' },
    { low: 480, high: 590, tone: '--petrol' },
  ]
  expect(covered(120, 360, burn)).toEqual([120 - 23.5, 590 + 23.5])
  expect(covered(100, 700, burn)).toEqual([70, 730])
  expect(covered(5, 5, [])).toEqual([4.95, 5.05])
})
