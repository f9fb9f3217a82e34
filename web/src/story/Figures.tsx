import { Link } from 'react-router'
import type { EngineStory, FigureLine } from '../api/client'
import { useShow } from '../shared/quantity'
import { COMPARABLE, decimalsOf, texts } from './words'

/** Figures of this trip beside the unit's life and beside its like; engines of a unit side by side. */
export function Figures({ engines, job }: { engines: EngineStory[]; job: number }) {
  const show = useShow()
  const rows: FigureLine[] = []
  for (const f of engines.flatMap((e) => e.figures))
    if (!rows.some((r) => r.figure === f.figure)) rows.push(f)
  const like = rows.some((f) => f.like != null)
  const several = engines.length > 1
  const one = (value: number | null | undefined, unit: string) => {
    if (value == null) return <span className="text-ink-3">{texts.notReported}</span>
    const s = show(value, unit, decimalsOf(unit))
    return (
      <>
        <b className="font-narrow text-large font-semibold">{s.figure}</b>{' '}
        {s.unit !== '1' && <span className="text-ink-2">{s.unit}</span>}
      </>
    )
  }
  return (
    <table className="w-full text-small">
      <thead>
        {several && (
          <tr className="text-left">
            <th />
            {engines.map((e) => (
              <th key={e.name} colSpan={2} className="pr-3 text-right font-semibold">
                {e.name}
                {e.hours != null &&
                  `, ${e.hours.toLocaleString('en', { minimumFractionDigits: 1, maximumFractionDigits: 1 })} h`}
              </th>
            ))}
          </tr>
        )}
        <tr className="border-b border-line-strong text-left">
          <th className="py-1 pr-3 font-semibold">{texts.figure}</th>
          {engines.flatMap((e) => [
            <th key={`trip ${e.name}`} className="pr-3 text-right font-semibold">
              {texts.thisTrip}
            </th>,
            <th key={`life ${e.name}`} className="pr-3 text-right font-semibold">
              {texts.wholeLife}
            </th>,
          ])}
          {like && <th className="pr-3 text-right font-semibold">{texts.fleetMedianTrip}</th>}
        </tr>
      </thead>
      <tbody>
        {rows.map((f) => (
          <tr key={f.figure} className="border-b border-line">
            <td className="py-1 pr-3">
              {COMPARABLE.some((c) => c.figure === f.figure) ? (
                <Link className="underline" to={`/jobs/${job}/story/compare?figure=${f.figure}`}>
                  {f.title}
                </Link>
              ) : (
                f.title
              )}
            </td>
            {engines.flatMap((e) => {
              const own = e.figures.find((o) => o.figure === f.figure)
              return [
                <td key={`trip ${e.name}`} className="pr-3 text-right">
                  {one(own?.trip, f.unit)}
                </td>,
                <td key={`life ${e.name}`} className="pr-3 text-right">
                  {f.figure === 'BEGAN' ? '' : one(own?.life, f.unit)}
                </td>,
              ]
            })}
            {like && (
              <td className="pr-3 text-right">
                {f.like != null && one(f.like, f.unit)}
                {f.like != null && <span className="text-ink-3">{texts.of(f.likeUnits)}</span>}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
