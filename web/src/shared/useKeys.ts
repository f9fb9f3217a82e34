import { useEffect } from 'react'
import { useSettings } from './settings'

function inField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (/^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.isContentEditable)
  )
}

/**
 * Single-letter shortcuts. They never fire in a field, with a modifier, or while the user has turned them off.
 *
 * @param keys what each key does
 */
export function useKeys(keys: Record<string, () => void>) {
  const { singleKeys } = useSettings()
  useEffect(() => {
    if (!singleKeys) return
    const listener = (e: KeyboardEvent) => {
      if (e.defaultPrevented || e.ctrlKey || e.metaKey || e.altKey || inField(e.target)) return
      if (document.querySelector('[role=dialog]')) return
      const action = keys[e.key]
      if (action) {
        e.preventDefault()
        action()
      }
    }
    document.addEventListener('keydown', listener)
    return () => document.removeEventListener('keydown', listener)
  }, [keys, singleKeys])
}
