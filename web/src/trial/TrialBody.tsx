import { Mark } from '../shared/Mark'
import type { EarlierRun, TrialView } from '../api/client'
import { useSaid } from '../shared/said'
import { type Board, valuesOf } from './boards'
import { TrialTrace } from './TrialTrace'
import { verdicts } from './words'

/** What a test shows: its board, what it came to, its values over time. Under way or kept. */
export function TrialBody({
  view,
  board,
  earlier,
  act,
}: {
  view: TrialView
  board: Board | undefined
  earlier?: EarlierRun[]
  act?: ((line: string) => void) | undefined
}) {
  const said = useSaid()
  const judged = view.judgement.measured.some((m) => m.value != null) || view.stage === 'ENDED'
  const verdict = judged && (
    <p className="my-2 text-large" role="status">
      <Mark look={view.judgement.verdict === 'FAIL' ? 'filled' : ''} className="mr-2">
        {verdicts[view.judgement.verdict]}
      </Mark>
      {said(view.judgement.says)}
    </p>
  )
  // While it goes on the board stands still under the eye; once it has ended the verdict is what is looked for.
  const ended = view.stage === 'ENDED'
  return (
    <>
      {ended && verdict}
      {board && <board.Board view={view} act={act} earlier={earlier ?? []} />}
      {!ended && verdict}
      <TrialTrace view={view} values={valuesOf(board, view)} />
    </>
  )
}
