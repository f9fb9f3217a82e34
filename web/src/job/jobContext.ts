import { createContext, useContext } from 'react'
import type { FaultsView, Job, Roll, StoryView } from '../api/client'
import type { JobLive } from '../stream/useJobStream'

/** What every page of a job shares. */
export interface JobContextValue {
  job: Job
  live: JobLive
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
