import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type { TrialView, FaultsView, LogEntry, Roll, Seat, StoryView, TraceView } from '../api/client'
import { stream } from './stream'
import type { RecorderState } from '../watch/types'
import { type JobStore, jobStore } from './jobStore'
import type { DiskState, LinkState, SelfTest, Tracing, VesselState, Vitals } from './types'

/** What a job's page knows live. Undefined: not told yet. */
export interface JobLive {
  link: LinkState | undefined
  vitals: Vitals | undefined
  vessel: VesselState | undefined
  roll: Roll | undefined
  seat: Seat | undefined
  faults: FaultsView | undefined
  story: StoryView | undefined
  selfTest: SelfTest | undefined
  /** Recorders, running and just ended. */
  recorders: RecorderState[] | undefined
  /** The test under way, or the last one. */
  trial: TrialView | undefined
  /** What an open check of a guide waits for. */
  tracing: Tracing | undefined
  /** What changed between the last two reads, in sentences; a new array each time. */
  changed: string[] | undefined
  /** Told once the server's disk runs low. */
  disk: DiskState | undefined
  connected: boolean
}

/** Nothing told yet. */
export const NOTHING: JobLive = {
  link: undefined,
  vitals: undefined,
  vessel: undefined,
  roll: undefined,
  seat: undefined,
  faults: undefined,
  story: undefined,
  selfTest: undefined,
  recorders: undefined,
  trial: undefined,
  tracing: undefined,
  changed: undefined,
  disk: undefined,
  connected: true,
}

/** Subscribes to a job; values replace each other, new logbook entries go into the query cache. */
export function useJobStream(job: number): JobStore {
  const queries = useQueryClient()
  const [store] = useState(jobStore)
  useEffect(() => {
    store.set(NOTHING)
    const stopState = stream.onState((connected) => store.set({ connected }))
    const stop = stream.subscribe(`job/${job}`, (change) => {
      switch (change.type) {
        case 'link':
        case 'vitals':
        case 'roll':
        case 'seat':
        case 'faults':
        case 'vessel':
        case 'story':
        case 'trial':
        case 'tracing':
        case 'disk':
          store.set({ [change.type]: change.body })
          break
        case 'trace': {
          const trace = change.body as TraceView
          queries.setQueryData(['trace', job, trace.id], trace)
          void queries.invalidateQueries({ queryKey: ['traces', job] })
          break
        }
        case 'self-test':
          store.set({ selfTest: change.body as SelfTest })
          break
        case 'recorders':
          store.set({ recorders: (change.body as { recorders: RecorderState[] }).recorders })
          break
        case 'faults-changed':
          store.set({ changed: change.body as string[] })
          void queries.invalidateQueries({ queryKey: ['reads', job] })
          break
        case 'logbook': {
          const entry = change.body as LogEntry
          queries.setQueryData<LogEntry[]>(['logbook', job], (old) =>
            old && !old.some((e) => e.id === entry.id) ? [entry, ...old] : old,
          )
          if (entry.kind === 'ROLL') void queries.invalidateQueries({ queryKey: ['job', job] })
          if (entry.kind === 'WATCH') void queries.invalidateQueries({ queryKey: ['recordings', job] })
          if (entry.kind === 'TEST') {
            void queries.invalidateQueries({ queryKey: ['trials', job] })
            void queries.invalidateQueries({ queryKey: ['offers', job] })
          }
          break
        }
        case 'snapshot':
          // Something was missed: what was asked for before may be old.
          void queries.invalidateQueries({ queryKey: ['logbook', job] })
          void queries.invalidateQueries({ queryKey: ['trace', job] })
          break
      }
    })
    return () => {
      stop()
      stopState()
    }
  }, [job, queries, store])
  return store
}
