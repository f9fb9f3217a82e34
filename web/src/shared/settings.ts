import { useSyncExternalStore } from 'react'

export type Theme = 'day' | 'night' | 'system'
export type UnitSystem = 'metric' | 'us'

/** What the person at this browser has chosen. Kept in the browser only. */
export interface Settings {
  theme: Theme
  units: UnitSystem
  singleKeys: boolean
  /** Tones of the far view. */
  sound: boolean
}

const KEY = 'hitch-lamp'
const listeners = new Set<() => void>()
let current = read()

function read(): Settings {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Settings>
    return {
      theme: kept.theme === 'day' || kept.theme === 'night' ? kept.theme : 'system',
      units: kept.units === 'us' ? 'us' : 'metric',
      singleKeys: kept.singleKeys !== false,
      sound: kept.sound !== false,
    }
  } catch {
    return { theme: 'system', units: 'metric', singleKeys: true, sound: true }
  }
}

function dark() {
  return window.matchMedia('(prefers-color-scheme: dark)').matches
}

/** Puts the theme on the page. */
export function applyTheme() {
  const night = current.theme === 'night' || (current.theme === 'system' && dark())
  document.documentElement.dataset.theme = night ? 'night' : 'day'
}

export function change(part: Partial<Settings>) {
  current = { ...current, ...part }
  localStorage.setItem(KEY, JSON.stringify(current))
  applyTheme()
  listeners.forEach((l) => l())
}

export function useSettings(): Settings {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => current,
  )
}

applyTheme()
window.matchMedia('(prefers-color-scheme: dark)').addEventListener('change', applyTheme)
