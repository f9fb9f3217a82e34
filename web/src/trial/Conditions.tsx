import { Mark } from '../shared/Mark'
import { Button } from '../shared/Button'
import type { TrialCondition } from '../api/client'
import { useSaid } from '../shared/said'
import { conditions, texts } from './words'

/** What must hold before a test begins, as it stands now, and how to make it hold. */
export function Conditions({
  all,
  act,
}: {
  all: TrialCondition[]
  act?: ((line: string) => void) | undefined
}) {
  const said = useSaid()
  return (
    <ul aria-label={texts.conditions}>
      {all.map((c) => (
        <li key={c.id} className="flex min-h-11 flex-wrap items-center gap-3 border-b border-line">
          <Mark look={c.state === 'FAILS' ? 'filled' : c.state === 'NOT_KNOWN' ? 'dotted' : ''}>
            {conditions[c.state]}
          </Mark>
          <span className="w-[250px]">{said(c.says)}</span>
          <b className="w-[150px] font-narrow text-head font-semibold">{said(c.now)}</b>
          {c.state !== 'HOLDS' && <span className="flex-1 text-ink-2">{said(c.how)}</span>}
          {act && c.vouch && c.state === 'NOT_KNOWN' && (
            <Button onClick={() => act(`vouch ${c.id}`)}>{texts.itHolds}</Button>
          )}
        </li>
      ))}
    </ul>
  )
}
