import { useCallback, useEffect, useRef } from 'react'
import { useSearchParams } from 'react-router'

/**
 * What the address says behind its question mark, and a way to change it. Changes made one upon another before the page is
 * drawn again all stand: each begins from what the one before it wrote, where the router's own begins from what was drawn.
 *
 * @returns the parameters as drawn, and `change`, which edits a copy of the newest ones in place of the entry in the history
 */
export function useAddress(): [URLSearchParams, (edit: (params: URLSearchParams) => void) => void] {
  const [params, setParams] = useSearchParams()
  const newest = useRef({ params, written: [] as string[], set: setParams })
  useEffect(() => {
    const at = newest.current.written.indexOf(params.toString())
    // An older one of our own that is drawn on the way to the newest changes nothing; any other address is a new beginning.
    const left = at < 0 ? [] : newest.current.written.slice(at + 1)
    newest.current = {
      params: left.length === 0 ? params : newest.current.params,
      written: left,
      set: setParams,
    }
  }, [params, setParams])
  const change = useCallback((edit: (params: URLSearchParams) => void) => {
    const next = new URLSearchParams(newest.current.params)
    edit(next)
    newest.current.params = next
    newest.current.written.push(next.toString())
    newest.current.set(next, { replace: true })
  }, [])
  return [params, change]
}

/** A list of an address with one more in it, or without it where it was there. */
export const toggled = (list: string[], one: string): string =>
  (list.includes(one) ? list.filter((l) => l !== one) : [...list, one]).join(',')
