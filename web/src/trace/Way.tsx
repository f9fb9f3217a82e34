import { Mark } from '../shared/Mark'
import type { TraceView } from '../api/client'
import { useSaid } from '../shared/said'
import { answeredBy, texts } from './words'

/** The way so far: each check with its answer; what was gone back from stands faint. */
export function Way({ trace }: { trace: TraceView }) {
  const said = useSaid()
  if (trace.log.length === 0) return null
  return (
    <ol className="mb-4" aria-label={texts.theWaySoFar}>
      {trace.log.map((e, i) => {
        const on = trace.steps.includes(i)
        return (
          <li
            key={`${e.at} ${e.check} ${e.how}`}
            className={`grid grid-cols-[152px_minmax(0,1fr)] gap-x-3 border-b border-line py-1.5 ${on ? '' : 'text-ink-3'}`}
          >
            <Mark look={e.how === 'ASSUMED' ? 'dotted' : on ? '' : 'quiet'} className="self-start">
              {answeredBy[e.how]}
            </Mark>
            <span>
              {said(e.asked)} <b className="font-semibold">{said(e.says)}</b>{' '}
              <span className="text-fine text-ink-3">
                {e.who ?? texts.theUnit},{' '}
                {new Date(e.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}
                {!on && e.how !== 'BACK' && e.how !== 'SET_ASIDE' && texts.goneBackFrom}
              </span>
            </span>
          </li>
        )
      })}
    </ol>
  )
}
