import { Link } from 'react-router'
import type { FigureLine } from '../api/client'
import { useShow } from '../shared/quantity'
import { COMPARABLE, decimalsOf } from './words'

/** Figures of this trip beside the unit's life and beside its like. */
export function Figures({ figures, job }: { figures: FigureLine[]; job: number }) {
  const show = useShow()
  const like = figures.some((f) => f.like != null)
  const one = (value: number | null | undefined, unit: string) => {
    if (value == null) return <span className="text-ink-3">not told</span>
    const s = show(value, unit, decimalsOf(unit))
    return (
      <>
        <b className="font-narrow text-[18px] font-semibold">{s.figure}</b>{' '}
        {s.unit !== '1' && <span className="text-ink-2">{s.unit}</span>}
      </>
    )
  }
  return (
    <table className="w-full text-[15px]">
      <thead>
        <tr className="border-b border-line-strong text-left">
          <th className="py-1 pr-3 font-semibold">Figure</th>
          <th className="pr-3 text-right font-semibold">this trip</th>
          <th className="pr-3 text-right font-semibold">whole life</th>
          {like && <th className="pr-3 text-right font-semibold">trips of its like, the middle</th>}
        </tr>
      </thead>
      <tbody>
        {figures.map((f) => (
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
            <td className="pr-3 text-right">{one(f.trip, f.unit)}</td>
            <td className="pr-3 text-right">{f.figure === 'BEGAN' ? '' : one(f.life, f.unit)}</td>
            {like && (
              <td className="pr-3 text-right">
                {f.like != null && one(f.like, f.unit)}
                {f.like != null && <span className="text-ink-3"> of {f.likeUnits}</span>}
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
