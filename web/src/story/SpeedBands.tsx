import type { EngineStory } from '../api/client'
import { useShow } from '../shared/quantity'
import { texts } from './words'

/** Hours in each band of road speed, as bars with their share. */
export function SpeedBands({ bands }: { bands: NonNullable<EngineStory['bands']> }) {
  const show = useShow()
  const total = bands.hours.reduce((a, b) => a + b, 0)
  const edge = (i: number) => show(bands.kmh[i] ?? 0, 'km/h', 0)
  const title = (i: number) => {
    const unit = edge(0).unit
    if (i === 0) return 'standing'
    if (i === bands.kmh.length) return texts.over(edge(i - 1).figure, unit)
    return texts.to(edge(i - 1).figure, edge(i).figure, unit)
  }
  return (
    <ul aria-label={texts.hoursPerRoadSpeed} className="text-small">
      {bands.hours.map((h, i) => {
        const share = total > 0 ? (100 * h) / total : 0
        return (
          <li
            key={i}
            className="grid grid-cols-[130px_1fr_150px] items-center gap-3 border-b border-line py-1"
          >
            <span>{title(i)}</span>
            <span className="h-4">
              {h > 0 && (
                <span className="block h-4 border-[1.5px] border-ink" style={{ width: `${share}%` }} />
              )}
            </span>
            <span className="text-right">
              <b className="font-narrow text-lead font-semibold">{Math.round(h).toLocaleString('en')}</b> h,{' '}
              {share.toFixed(0)} %
            </span>
          </li>
        )
      })}
    </ul>
  )
}
