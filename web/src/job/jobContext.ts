import { createContext, useContext, useSyncExternalStore } from 'react'
import type { FaultsView, Job, Roll, StoryView } from '../api/client'
import type { JobStore } from '../stream/jobStore'
import type { JobLive } from '../stream/useJobStream'

/** What every page of a job shares. */
export interface JobContextValue {
  job: Job
  /** What is told live; read a part of it with {@link useLive}. */
  store: JobStore
  /** The roll under way, else the last one stored; undefined before the first. */
  roll: Roll | undefined
  /** The read of the faults under way, else the last one stored; undefined before the first. */
  faults: FaultsView | undefined
  /** The story as it is read, else the last one stored; undefined before the first. */
  story: StoryView | undefined
  /** Where the why column is drawn. */
  whyNode: HTMLElement | null
}

export const JobContext = createContext<JobContextValue | undefined>(undefined)

export function useJob(): JobContextValue {
  const value = useContext(JobContext)
  if (!value) throw new Error('only below a job')
  return value
}

/** A part of what is told live; whoever asks is drawn again when that part changes, and only then. */
export function useLive<K extends keyof JobLive>(part: K): JobLive[K] {
  const { store } = useJob()
  return useSyncExternalStore(store.subscribe, () => store.get()[part])
}
