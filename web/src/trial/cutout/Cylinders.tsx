import { Button } from '../../shared/Button'
import type { TrialView } from '../../api/client'
import { useShow } from '../../shared/quantity'
import { ShareScale } from '../ShareScale'
import { seenOf } from './seen'
import { texts } from './words'

/** The cylinders side by side: which are off, what share each has, what noise alone would give. */
export function Cylinders({
  view,
  act,
  far,
}: {
  view: TrialView
  act?: ((line: string) => void) | undefined
  far: boolean
}) {
  const show = useShow()
  const seen = seenOf(view)
  const of = (name: string, cylinder: number) =>
    view.judgement.measured.find((m) => m.name === name && m.place === cylinder)
  return (
    <ol
      className="grid border-y border-line-strong"
      style={{ gridTemplateColumns: `repeat(${seen.cylinders}, minmax(0, 1fr))` }}
    >
      {Array.from({ length: seen.cylinders }, (_, i) => i + 1).map((n) => {
        const off = seen.off.includes(n)
        const share = of('share', n)
        const lost = of('speed-lost', n)
        const alone = seen.observations.filter((o) => o.off.length === 1 && o.off[0] === n)
        const heard = alone[alone.length - 1]?.heard ?? 'NOT_SAID'
        const weak = share?.verdict === 'FAIL'
        return (
          <li
            key={n}
            className={`border-r border-line px-3 py-2 last:border-r-0 ${off ? 'border-b-[6px] border-b-amber' : ''}`}
          >
            <span className={far ? 'text-far-text' : 'text-small text-ink-2'}>
              {far ? n : texts.cylinder(n)}
            </span>
            <p className="leading-none whitespace-nowrap">
              <b
                className={`font-narrow font-semibold ${far ? 'text-far-huge' : 'text-far-head'} ${weak ? 'text-grave' : ''}`}
              >
                {off ? texts.off : share?.value == null ? (lost ? '…' : '–') : Math.round(share.value)}
              </b>
              {!off && share?.value != null && <span className="text-ink-3"> %</span>}
            </p>
            {!far && share && <ShareScale share={share} />}
            {weak && <b className={far ? 'text-far-text' : 'text-small'}>{texts.weak}</b>}
            {!far && lost?.value != null && (
              <span className="block text-fine text-ink-2">
                {texts.rpmLost(show(lost.value, lost.unit, 0).figure)}
              </span>
            )}
            {act && (
              <Button
                className={`mt-1 w-full justify-center ${far ? 'min-h-20 text-far-fine' : 'px-1'}`}
                aria-pressed={off}
                onClick={() => act(`${off ? 'on' : 'off'} ${n}`)}
              >
                {off ? texts.letItFire : texts.switchOff}
              </Button>
            )}
            {!far && act && alone.length > 0 && heard === 'NOT_SAID' && !off && (
              <span className="mt-1 block text-fine">
                {texts.heardAChange}
                <span className="flex gap-2">
                  <Button className="flex-1 justify-center !px-0" onClick={() => act(`heard ${n} CHANGED`)}>
                    {texts.yes}
                  </Button>
                  <Button className="flex-1 justify-center !px-0" onClick={() => act(`heard ${n} SAME`)}>
                    {texts.no}
                  </Button>
                </span>
              </span>
            )}
            {!far && heard !== 'NOT_SAID' && (
              <span className="block text-fine text-ink-2">
                {texts.byEar(heard === 'CHANGED' ? texts.itWorks : texts.noDifference)}
              </span>
            )}
          </li>
        )
      })}
    </ol>
  )
}
