import { useMutation } from '@tanstack/react-query'
import { post } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'

/** Begins a new trip, with what that does said first. The trip is stored before by itself. */
export function ResetTrip({
  job,
  open,
  onOpenChange,
}: {
  job: number
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const reset = useMutation({
    mutationFn: () => post(`/api/jobs/${job}/story/trip-reset`),
    onSuccess: () => onOpenChange(false),
  })
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Reset the trip">
      <p className="mb-4">
        The whole story is read and stored first, then the engine module begins a new trip, then it is read
        back. Life figures, protection records and faults stay as they are; the module notes the reset in its
        trail.
      </p>
      <ProblemBox problem={reset.error} />
      <span className="flex gap-3">
        <button className="btn btn-main" disabled={reset.isPending} onClick={() => reset.mutate()}>
          Store the trip and begin a new one
        </button>
        <button className="btn" onClick={() => onOpenChange(false)}>
          Leave it
        </button>
      </span>
    </Panel>
  )
}
