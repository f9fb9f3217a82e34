import type { TrialMeasured } from '../api/client'

const WIDTH = 100
const MOST = 150

/** A share with its noise on a short scale; the tick is where a cylinder counts as weak. */
export function ShareScale({ share }: { share: TrialMeasured }) {
  const x = (v: number) => (Math.max(0, Math.min(MOST, v)) / MOST) * WIDTH
  const { value, plusMinus, low } = share
  return (
    <svg width="100%" height="14" viewBox={`0 0 ${WIDTH} 14`} preserveAspectRatio="none" aria-hidden>
      <line x1="0" x2={WIDTH} y1="7" y2="7" stroke="var(--line-strong)" />
      {low != null && <line x1={x(low)} x2={x(low)} y1="2" y2="12" stroke="var(--ink-3)" />}
      {value != null && plusMinus != null && (
        <rect
          x={x(value - plusMinus)}
          width={Math.max(1, x(value + plusMinus) - x(value - plusMinus))}
          y="4"
          height="6"
          fill="var(--hatch)"
        />
      )}
      {value != null && <rect x={x(value) - 1.5} width="3" y="0" height="14" fill="var(--ink)" />}
    </svg>
  )
}
