import { Mark } from '../shared/Mark'
import type { TrialView } from '../api/client'
import { useShow } from '../shared/quantity'
import { setPointStates, texts } from './words'

/** What is in the tester's hand: what was commanded, and whether it is there. */
export function SetPoints({ view }: { view: TrialView }) {
  const show = useShow()
  if (view.setPoints.length === 0) return null
  return (
    <ul aria-label={texts.setPoints} className="mb-3 border-y border-line">
      {view.setPoints.map((p) => {
        const plain = p.unit === '1'
        const shown = show(p.wanted, p.unit, 0)
        return (
          <li key={p.control} className="flex min-h-11 flex-wrap items-center gap-4">
            <Mark look={p.state === 'SET' ? '' : 'dotted'}>{setPointStates[p.state]}</Mark>
            <b className="font-semibold">{p.title}</b>
            {!plain && (
              <span className="font-narrow text-big font-semibold">
                {shown.figure} {shown.unit}
              </span>
            )}
            <span className="text-ink-2">{texts.forSeconds(p.seconds.toFixed(0))}</span>
          </li>
        )
      })}
    </ul>
  )
}
