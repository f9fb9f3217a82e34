import { useQuery } from '@tanstack/react-query'
import { type EarlierRun, get, type TrialView } from '../api/client'

/** What the test came to at each of its newest runs on this unit, newest first. */
export function useEarlier(job: number, view: TrialView | undefined): EarlierRun[] {
  const { data } = useQuery({
    queryKey: ['earlier', job, view?.test, view?.module, view?.stage === 'ENDED'],
    queryFn: () =>
      get<EarlierRun[]>(
        `/api/jobs/${job}/trials/earlier?test=${encodeURIComponent(view?.test ?? '')}&module=${encodeURIComponent(view?.module ?? '')}`,
      ),
    enabled: view !== undefined,
  })
  return data ?? []
}

/** The newest earlier run that came to figures; where this one has ended its own is passed over. */
export function earlierOf(view: TrialView, earlier: EarlierRun[] | undefined): EarlierRun | undefined {
  return (earlier ?? []).find((run) => run.figures.length > 0 && !isOf(view, run))
}

/** True where a run is the one that is shown: it has the same figures. */
function isOf(view: TrialView, run: EarlierRun): boolean {
  return (
    view.stage === 'ENDED' &&
    run.figures.every((f) =>
      view.judgement.measured.some((m) => m.name === f.name && m.place === f.place && m.value === f.value),
    )
  )
}
