import { useMutation } from '@tanstack/react-query'
import { useEffect } from 'react'
import { post, type TrialView } from '../api/client'
import { useLive } from '../job/jobContext'
import { stream } from '../stream/stream'

const ALIVE_MS = 1000

/** A test under way at a module, and what can be done to it. */
export function useTrial(job: number, test: string, module: string) {
  const live = useLive('trial')
  const view: TrialView | undefined = live?.test === test && live.module === module ? live : undefined
  const running = view !== undefined && view.stage !== 'ENDED'
  const prepare = useMutation({
    mutationFn: () => post(`/api/jobs/${job}/trials`, { test, module }),
  })
  const act = useMutation({
    mutationFn: (line: string) => post(`/api/jobs/${job}/trials/act`, { act: line }),
  })
  // What was refused at one stage says nothing of the next.
  const stage = view?.stage
  const { reset: forgetPreparing } = prepare
  const { reset: forgetAct } = act
  useEffect(() => {
    forgetPreparing()
    forgetAct()
  }, [stage, forgetPreparing, forgetAct])
  // While this page stands, the server knows that somebody looks on; without it everything is let go of.
  useEffect(() => {
    if (!running) return
    stream.alive(job)
    const timer = setInterval(() => stream.alive(job), ALIVE_MS)
    return () => clearInterval(timer)
  }, [running, job])
  return { view, other: live && !view && live.stage !== 'ENDED' ? live : undefined, running, prepare, act }
}
