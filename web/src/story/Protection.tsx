import type { ProtectionLine } from '../api/client'
import { useShow } from '../shared/quantity'
import { lasting, texts } from './words'

/** Decimals of a guarded quantity, by its size. */
function decimals(p: ProtectionLine): number {
  const size = Math.abs(p.limit)
  return size < 10 ? 1 : 0
}

/** What left its safe range: how far, how often, how long, when last. No clear removes it. */
export function Protection({ records, now }: { records: ProtectionLine[]; now: number | null | undefined }) {
  const show = useShow()
  const several = new Set(records.map((p) => p.module)).size > 1
  if (records.length === 0) return <p className="text-ink-2">{texts.nothingLeftItsSafeRange}</p>
  return (
    <table className="w-full text-small">
      <thead>
        <tr className="border-b border-line-strong text-left [&>th]:py-1">
          <th className="pr-3 font-semibold">{texts.what}</th>
          <th className="pr-3 text-right font-semibold">{texts.worst}</th>
          <th className="pr-3 text-right font-semibold">{texts.limit}</th>
          <th className="pr-3 text-right font-semibold">{texts.times}</th>
          <th className="pr-3 text-right font-semibold">{texts.together}</th>
          <th className="pr-3 text-right font-semibold">{texts.lastHoursAgo}</th>
          <th className="font-semibold">{texts.theModule}</th>
        </tr>
      </thead>
      <tbody>
        {records.map((p) => {
          const worst = show(p.peak, p.unit, decimals(p))
          const limit = show(p.limit, p.unit, decimals(p))
          return (
            <tr key={`${p.module} ${p.name}`} className="border-b border-line">
              <td className="py-1.5 pr-3">
                {several && `${p.module}: `}
                {p.name}
                <span className="text-ink-2">{p.above ? texts.tooHigh : texts.tooLow}</span>
              </td>
              <td className="pr-3 text-right">
                <b className="font-narrow text-head font-semibold">{worst.figure}</b> {worst.unit}
              </td>
              <td className="pr-3 text-right whitespace-nowrap text-ink-2">
                {limit.figure} {limit.unit}
              </td>
              <td className="pr-3 text-right">{p.count}</td>
              <td className="pr-3 text-right whitespace-nowrap">{lasting(p.seconds)}</td>
              <td className="pr-3 text-right">
                {now == null ? texts.notKnown : Math.max(0, now - p.lastHour).toFixed(1)}
              </td>
              <td className="text-ink-2">{p.severityText}</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}
