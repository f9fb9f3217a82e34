import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useNavigate } from 'react-router'
import { post, type TraceView } from '../api/client'

/** Begins a guide for a part, or goes on with the one under way, and opens its page. */
export function useBeginTrace(job: number) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  return useMutation({
    mutationFn: ({ guide, part }: { guide: string; part: string }) =>
      post<TraceView>(`/api/jobs/${job}/traces`, { guide, part }),
    onSuccess: (trace) => {
      queries.setQueryData(['trace', job, trace.id], trace)
      void queries.invalidateQueries({ queryKey: ['traces', job] })
      void navigate(`/jobs/${job}/trace/${trace.id}`)
    },
  })
}
