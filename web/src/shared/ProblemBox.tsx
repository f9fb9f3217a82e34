import { Problem } from '../api/client'

/** What went wrong and what to do next, announced to screen readers. */
export function ProblemBox({ problem }: { problem: unknown }) {
  if (!problem) return null
  const known = problem instanceof Problem ? problem : undefined
  return (
    <div role="alert" className="border-l-4 border-grave bg-sheet px-4 py-3">
      <p className="font-semibold">{known?.message ?? 'Something went wrong in the page.'}</p>
      <p className="text-ink-2">{known?.next ?? 'Reload it; nothing captured is lost.'}</p>
    </div>
  )
}
