import '@testing-library/jest-dom/vitest'
import { configure } from '@testing-library/react'

// What a page shows may take longer on a machine that does much else; a test that waits does not fail for that.
configure({ asyncUtilTimeout: 10_000 })

Object.defineProperty(window, 'matchMedia', {
  value: (query: string) => ({
    matches: false,
    media: query,
    addEventListener: () => undefined,
    removeEventListener: () => undefined,
  }),
})

// What jsdom has not, and the list of the palette asks for.
window.ResizeObserver ??= class {
  observe = () => undefined
  unobserve = () => undefined
  disconnect = () => undefined
}
if (!('scrollIntoView' in Element.prototype))
  Object.defineProperty(Element.prototype, 'scrollIntoView', { value: () => undefined })
