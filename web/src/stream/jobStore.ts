import { type JobLive, NOTHING } from './useJobStream'

/**
 * What a job's page knows live, outside of React: a part of it that changes draws only those who look at that part. The
 * vital values come four times a second, and nearly nobody shows them.
 */
export interface JobStore {
  get: () => JobLive
  /** Told of every change until the returned function is called. */
  subscribe: (listener: () => void) => () => void
  /** Some of it is so now. */
  set: (parts: Partial<JobLive>) => void
}

/** A store that begins with what is given. */
export function jobStore(first: JobLive = NOTHING): JobStore {
  let now = first
  const listeners = new Set<() => void>()
  return {
    get: () => now,
    subscribe: (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    set: (parts) => {
      now = { ...now, ...parts }
      listeners.forEach((l) => l())
    },
  }
}
