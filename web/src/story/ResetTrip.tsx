import { Button } from '../shared/Button'
import { useMutation } from '@tanstack/react-query'
import { post } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

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
    <Panel open={open} onOpenChange={onOpenChange} title={texts.resetTheTrip}>
      <p className="mb-4">{texts.theWholeStoryIsReadAnd}</p>
      <ProblemBox problem={reset.error} />
      <span className="flex gap-3">
        <Button main disabled={reset.isPending} onClick={() => reset.mutate()}>
          {texts.storeTheTripAndBeginA}
        </Button>
        <Button onClick={() => onOpenChange(false)}>{texts.leaveIt}</Button>
      </span>
    </Panel>
  )
}
