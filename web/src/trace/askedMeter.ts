import { useSyncExternalStore } from 'react'

/** Where the open check wants a meter: points of the wiring. */
export interface AskedMeter {
  red: string
  black: string
  quantity: 'volts' | 'ohms'
}

const listeners = new Set<() => void>()
let asked: AskedMeter | undefined

/** Tells the simulated cab where the open check wants the meter, so that hands find the place. */
export function askMeter(next: AskedMeter | undefined) {
  asked = next
  listeners.forEach((l) => l())
}

export function useAskedMeter(): AskedMeter | undefined {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => asked,
  )
}
