import type { StoryView } from '../api/client'
import { texts } from './words'

/** Failures that the modules counted in their whole life, and how they grew since the visit before. */
export function Counters({ counters }: { counters: StoryView['counters'] }) {
  if (counters.length === 0) return <p className="text-ink-2">{texts.noModuleCountsFailures}</p>
  return (
    <table className="w-full text-small">
      <thead>
        <tr className="border-b border-line-strong text-left">
          <th className="py-1 pr-3 font-semibold">{texts.whatFailed}</th>
          <th className="pr-3 font-semibold">{texts.by}</th>
          <th className="pr-3 text-right font-semibold">{texts.inItsLife}</th>
          <th className="text-right font-semibold">{texts.sinceTheVisitBefore}</th>
        </tr>
      </thead>
      <tbody>
        {counters.map((c) => (
          <tr key={`${c.module} ${c.spn}`} className="border-b border-line">
            <td className="py-1 pr-3">
              {c.name} <span className="code text-ink-3">{texts.spn(c.spn)}</span>
            </td>
            <td className="pr-3 text-ink-2">{c.module}</td>
            <td className="pr-3 text-right">{c.count}</td>
            <td className="text-right">
              {c.before == null ? (
                <span className="text-ink-3">{texts.noVisitBefore}</span>
              ) : c.grew > 0 ? (
                <b className="font-semibold">{texts.more(c.grew)}</b>
              ) : (
                texts.none
              )}
              {c.note && <span className="block text-ink-2">{c.note}</span>}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
