import { useState } from 'react'
import type { EngineStory } from '../api/client'
import { Button } from '../shared/Button'
import { useShow } from '../shared/quantity'
import { lasting, texts } from './words'

const FEW = 12

/**
 * Each regeneration of the particulate filter: how long ago, how it ended, how far the unit had come
 * since the last that was finished (bar), how long it took, and how the engine was used before it.
 */
export function Regenerations({ engine, now }: { engine: EngineStory; now: number | null | undefined }) {
  const show = useShow()
  const [all, setAll] = useState(false)
  const records = engine.regenerations
  const far = records.some((r) => r.sinceKilometres != null)
  const size = (r: (typeof records)[number]) => (far ? r.sinceKilometres : r.sinceHours)
  const most = Math.max(...records.map((r) => size(r) ?? 0), 1e-9)
  const done = records.filter((r) => r.clean).length
  return (
    <>
      <p className="mb-1 text-small">{texts.ofTheLastWereFinished(done, records.length)}</p>
      <table className="w-full text-small">
        <thead>
          <tr className="border-b border-line-strong text-left [&>th]:py-1">
            <th className="pr-3 text-right font-semibold">{texts.hoursAgo}</th>
            <th className="pr-3 font-semibold">{texts.howItEnded}</th>
            <th className="w-[30%] pr-3 font-semibold">{texts.sinceTheLastFinished}</th>
            <th className="pr-3 text-right font-semibold">{texts.itTook}</th>
            <th className="pr-3 text-right font-semibold">{texts.idling}</th>
            <th className="text-right font-semibold">{texts.coldStarts}</th>
          </tr>
        </thead>
        <tbody>
          {(all ? records : records.slice(0, FEW)).map((r, i) => {
            const value = size(r)
            const shown = value == null ? null : far ? show(value, 'km', 0) : show(value, 'h', 1)
            return (
              <tr key={i} className="border-b border-line">
                <td className="py-1 pr-3 text-right">
                  {now == null ? texts.notKnown : Math.max(0, now - r.hour).toFixed(1)}
                </td>
                <td className="pr-3">
                  {r.clean ? r.end : <b className="font-semibold">{texts.aborted(r.end)}</b>}
                  {r.parked && <span className="text-ink-2">{texts.parked}</span>}
                </td>
                <td className="pr-3">
                  {shown && (
                    <span className="grid grid-cols-[1fr_84px] items-center gap-2">
                      <span
                        className={`block h-3.5 border-[1.5px] border-ink ${r.clean ? 'bg-ink' : 'border-dashed'}`}
                        style={{ width: `${(100 * (value ?? 0)) / most}%` }}
                      />
                      <span className="text-right whitespace-nowrap">
                        {shown.figure} {shown.unit}
                      </span>
                    </span>
                  )}
                </td>
                <td className="pr-3 text-right whitespace-nowrap">{lasting(60 * r.minutes)}</td>
                <td className="pr-3 text-right whitespace-nowrap">{r.idlePercent} %</td>
                <td className="text-right">{r.starts}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {records.length > FEW && (
        <Button className="no-print mt-2" onClick={() => setAll(!all)}>
          {all ? texts.fewer : texts.allOf(records.length)}
        </Button>
      )}
    </>
  )
}
