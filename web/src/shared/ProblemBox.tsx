import { Problem } from '../api/client'
import { texts } from './words'

/** What went wrong and what to do next, announced to screen readers. */
export function ProblemBox({ problem }: { problem: unknown }) {
  if (!problem) return null
  const known = problem instanceof Problem ? problem : undefined
  return (
    <div role="alert" className="border-l-4 border-grave bg-sheet px-4 py-3">
      <p className="font-semibold">{known?.message ?? texts.somethingWentWrongInThePage}</p>
      <p className="text-ink-2">{known?.next ?? texts.reloadItNothingCapturedIsLost}</p>
    </div>
  )
}
