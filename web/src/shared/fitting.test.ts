import { describe, expect, it } from 'vitest'
import { fitting } from './fitting'

const width = (text: string) => text.length * 7

describe('label of a stretch in a plot', () => {
  it('is whole where it has room', () => {
    expect(fitting('cylinder 4 off', 98, width)).toBe('cylinder 4 off')
  })

  it('loses its last words, then everything but its number', () => {
    expect(fitting('cylinder 4 off', 80, width)).toBe('cylinder 4')
    expect(fitting('cylinder 4 off', 60, width)).toBe('4')
  })

  it('is left out where not even that fits', () => {
    expect(fitting('cylinder 12 off', 10, width)).toBe('')
    expect(fitting('cylinder 12 off', -4, width)).toBe('')
    expect(fitting('regeneration begins', 90, width)).toBe('regeneration')
    expect(fitting('regeneration begins', 50, width)).toBe('')
  })
})
