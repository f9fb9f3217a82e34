import type { CutoutView } from '../api/client'
import { texts } from './words'

/** The cylinders side by side: which are off, what share each has, what noise alone would give. */
export function Cylinders({
  view,
  onToggle,
  onHeard,
  far,
}: {
  view: CutoutView
  onToggle?: ((n: number) => void) | undefined
  onHeard?: ((n: number, what: 'CHANGED' | 'SAME') => void) | undefined
  far?: boolean
}) {
  return (
    <ol
      className="grid border-y border-line-strong"
      style={{ gridTemplateColumns: `repeat(${view.cylinders}, minmax(0, 1fr))` }}
    >
      {view.lines.map((l) => {
        const off = view.off.includes(l.number)
        return (
          <li
            key={l.number}
            className={`border-r border-line px-3 py-2 last:border-r-0 ${off ? 'border-b-[6px] border-b-amber' : ''}`}
          >
            <span className={far ? 'text-[30px]' : 'text-[15px] text-ink-2'}>
              {far ? l.number : texts.cylinder(l.number)}
            </span>
            <p className="leading-none whitespace-nowrap">
              <b
                className={`font-narrow font-semibold ${far ? 'text-[84px]' : 'text-[40px]'} ${l.weak ? 'text-grave' : ''}`}
              >
                {off ? texts.off2 : l.share == null ? (l.tried ? '…' : '–') : Math.round(l.share)}
              </b>
              {!off && l.share != null && <span className="text-ink-3"> %</span>}
            </p>
            {!far && <Share share={l.share ?? null} noise={l.noise ?? null} weakBelow={view.weakBelow} />}
            {l.weak && <b className={far ? 'text-[30px]' : 'text-[15px]'}>{texts.weak}</b>}
            {!far && l.rpmLost != null && (
              <span className="block text-[14px] text-ink-2">{texts.rpmLost(l.rpmLost.toFixed(0))}</span>
            )}
            {onToggle && (
              <button
                className={`btn mt-1 w-full justify-center ${far ? 'min-h-20 text-[26px]' : 'px-1'}`}
                aria-pressed={off}
                onClick={() => onToggle(l.number)}
              >
                {off ? texts.letItFire : texts.switchOff}
              </button>
            )}
            {!far && onHeard && l.tried && l.heard === 'NOT_SAID' && !off && (
              <span className="mt-1 block text-[14px]">
                {texts.heardAChange}
                <span className="flex gap-2">
                  <button
                    className="btn flex-1 justify-center !px-0"
                    onClick={() => onHeard(l.number, 'CHANGED')}
                  >
                    {texts.yes}
                  </button>
                  <button
                    className="btn flex-1 justify-center !px-0"
                    onClick={() => onHeard(l.number, 'SAME')}
                  >
                    {texts.no}
                  </button>
                </span>
              </span>
            )}
            {!far && l.heard !== 'NOT_SAID' && (
              <span className="block text-[14px] text-ink-2">
                {texts.byEar(l.heard === 'CHANGED' ? texts.itWorks : texts.noDifference)}
              </span>
            )}
          </li>
        )
      })}
    </ol>
  )
}

const WIDTH = 100
const MOST = 150

/** A share with its noise on a short scale; the tick is where a cylinder counts as weak. */
function Share({
  share,
  noise,
  weakBelow,
}: {
  share: number | null
  noise: number | null
  weakBelow: number
}) {
  const x = (v: number) => (Math.max(0, Math.min(MOST, v)) / MOST) * WIDTH
  return (
    <svg width="100%" height="14" viewBox={`0 0 ${WIDTH} 14`} preserveAspectRatio="none" aria-hidden>
      <line x1="0" x2={WIDTH} y1="7" y2="7" stroke="var(--line-strong)" />
      <line x1={x(100 * weakBelow)} x2={x(100 * weakBelow)} y1="2" y2="12" stroke="var(--ink-3)" />
      {share !== null && noise !== null && (
        <rect
          x={x(share - noise)}
          width={Math.max(1, x(share + noise) - x(share - noise))}
          y="4"
          height="6"
          fill="var(--hatch)"
        />
      )}
      {share !== null && <rect x={x(share) - 1.5} width="3" y="0" height="14" fill="var(--ink)" />}
    </svg>
  )
}
