import { Button } from '../shared/Button'
import type { TrialView } from '../api/client'
import { useSaid } from '../shared/said'

/** Answers to what a test asks now. */
export function Choices({
  view,
  act,
  far,
  quiet = false,
}: {
  view: TrialView
  act: ((line: string) => void) | undefined
  far?: boolean
  /** The answer most people give stands elsewhere. */
  quiet?: boolean
}) {
  const said = useSaid()
  if (!act || view.choices.length === 0) return null
  return (
    <div className="mb-4 flex flex-wrap gap-3">
      {view.choices.map((c) => (
        <Button
          key={c.act}
          // Answers to one question weigh the same.
          main={view.choices.length === 1 && !quiet}
          className={`${far ? 'min-h-20 px-8 text-far-text' : ''}`}
          onClick={() => act(c.act)}
        >
          {said(c.label)}
        </Button>
      ))}
    </div>
  )
}
