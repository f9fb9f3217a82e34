import type { TrialView } from '../api/client'
import { texts } from './words'

/** How far the routine is that the module runs, and how long it may still take. */
export function Progress({ view, far }: { view: TrialView; far?: boolean }) {
  const p = view.progress
  if (!p) return null
  const percent = p.percent ?? Math.min(99, Math.round((100 * p.seconds) / (p.seconds + p.leftSeconds)))
  return (
    <div className={`mb-4 ${far ? 'text-far' : 'text-large'}`}>
      <p>
        {p.percent == null ? texts.runsFor(p.title, clock(p.seconds)) : texts.runsPercent(p.title, p.percent)}
        {texts.leftAtMost(clock(p.leftSeconds))}
      </p>
      <div
        role="progressbar"
        aria-label={p.title}
        aria-valuenow={percent}
        aria-valuemin={0}
        aria-valuemax={100}
        className={`mt-1 w-full max-w-[72ch] border-2 border-ink ${far ? 'h-10' : 'h-5'}`}
      >
        <div className="h-full bg-ink" style={{ width: `${percent}%` }} />
      </div>
    </div>
  )
}

/** Seconds as minutes and seconds. */
export function clock(seconds: number): string {
  const whole = Math.round(seconds)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
