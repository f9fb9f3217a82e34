import { Mark } from '../shared/Mark'
import { Link } from 'react-router'
import type { TrialOffer } from '../api/client'
import { useSaid } from '../shared/said'
import { lasts, texts, verdicts } from './words'

/** A test of the list: what it answers, what it takes, how its conditions stand, its last verdict. */
export function OfferRow({
  offer,
  chosen,
  job,
  onChoose,
}: {
  offer: TrialOffer
  chosen: boolean
  job: number
  onChoose: () => void
}) {
  const said = useSaid()
  return (
    <div
      className={`grid grid-cols-[minmax(0,1.4fr)_130px_minmax(0,1fr)_150px] items-center gap-x-4 border-b border-line py-2 ${chosen ? 'bg-petrol-soft' : ''}`}
    >
      <button className="min-h-11 px-2 text-left" aria-pressed={chosen} onClick={onChoose}>
        <b className="block font-semibold">{offer.title}</b>
        <span className="block text-small text-ink-2">{said({ text: offer.answers })}</span>
        {offer.leads.length > 0 && (
          <span className="block text-small font-semibold text-petrol">{offer.leads[0]}</span>
        )}
      </button>
      <span className="text-small">
        <b className="block font-semibold">{offer.engine}</b>
        <span className="text-ink-2">{lasts(offer.minutes)}</span>
      </span>
      <span className="text-small">
        {alike(offer.modules).map(([m, several]) => {
          const fails = m.conditions.filter((c) => c.state === 'FAILS')
          const open = m.conditions.filter((c) => c.state === 'NOT_KNOWN')
          return (
            <span key={m.id} className="block">
              {several > 1 && <span className="text-ink-2">{texts.onModules(several)} </span>}
              {several === 1 && offer.modules.length > 1 && (
                <span className="text-ink-2">{texts.onModule(m.title)} </span>
              )}
              {fails.length > 0 ? (
                fails.map((c) => (
                  <span key={c.id} className="block border-l-4 border-double border-ink pl-2">
                    {texts.wants(said(c.says), said(c.now))}
                  </span>
                ))
              ) : (
                <span className="text-ink-2">
                  {open.length > 0
                    ? texts.holdAndLookedAt(m.conditions.length - open.length, open.length)
                    : texts.allConditionsHold}
                </span>
              )}
            </span>
          )
        })}
      </span>
      <span className="text-small">
        {offer.modules.map((m) => {
          const last = m.here ?? m.before
          if (!last) return null
          const mark = <Mark look={last.verdict === 'FAIL' ? 'filled' : ''}>{verdicts[last.verdict]}</Mark>
          return (
            <span key={m.id} className="block">
              {m.here ? <Link to={`/jobs/${job}/tests/${last.trial}`}>{mark}</Link> : mark}{' '}
              <span className="text-ink-2">
                {new Date(last.at).toLocaleDateString([], { dateStyle: 'short' })}
              </span>
            </span>
          )
        })}
      </span>
    </div>
  )
}

type OnModule = TrialOffer['modules'][number]

/** Modules whose conditions stand alike, told once, with how many they are. */
function alike(modules: OnModule[]): [OnModule, number][] {
  const groups = new Map<string, [OnModule, number]>()
  for (const m of modules) {
    const key = m.conditions.map((c) => `${c.id} ${c.state} ${c.now.text}`).join()
    groups.set(key, [groups.get(key)?.[0] ?? m, (groups.get(key)?.[1] ?? 0) + 1])
  }
  return [...groups.values()]
}
