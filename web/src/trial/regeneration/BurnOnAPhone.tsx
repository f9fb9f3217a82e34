import type { TrialView } from '../../api/client'
import { useShow } from '../../shared/quantity'
import { useSaid } from '../../shared/said'
import { Row } from '../../phone/Row'
import { texts as phone } from '../../phone/words'
import { StageStrip } from '../StageStrip'
import { known, seenOf, type Told } from './seen'
import { texts } from './words'

const STAGES = ['WARM_UP', 'LIGHT_OFF', 'BURN', 'COOL_DOWN'] as const
const minutes = (seconds: number) => Math.round(seconds / 60)

/** A regeneration on a phone: where it is, the time left, and the figures that matter. */
export function BurnOnAPhone({ view }: { view: TrialView }) {
  const seen = seenOf(view)
  const show = useShow()
  const said = useSaid()
  const last = seen.rows.at(-1)
  const reached = STAGES.findIndex((s) => s === (last?.stage ?? 'NONE'))
  const with_ = (value: Told, unit: string) => {
    const v = known(value)
    if (v === undefined) return { figure: phone.nothing, unit: '' }
    return unit === '%' ? { figure: v.toFixed(0), unit: '%' } : show(v, unit, 0)
  }
  const soot = with_(last?.sootPercent, '%')
  const into = with_(last?.inC, '°C')
  const out = with_(last?.outC, '°C')
  const behind = with_(last?.behindC, '°C')
  const doser = with_(last?.doserKpa, 'kPa')
  return (
    <>
      <StageStrip
        far={false}
        stages={STAGES.map((id, i) => ({
          id,
          title: texts.stages[id],
          current: i === reached,
          done: i < reached,
        }))}
      />
      {seen.hindered.text !== '' && (
        <p role="alert" className="my-2 border-2 border-ink p-3 font-semibold">
          {said(seen.hindered)}
        </p>
      )}
      {seen.left ? (
        <p className="my-3 flex items-baseline gap-4">
          <b className="font-narrow text-far-order leading-none font-semibold">
            {minutes(seen.left.seconds)}
          </b>
          <span className="text-lead text-ink-2">
            {phone.leftFrom(minutes(seen.left.least), minutes(seen.left.most))}
          </span>
        </p>
      ) : (
        <p className="my-4 text-lead text-ink-2">{phone.notYet}</p>
      )}
      <dl>
        {[
          { name: phone.sootLeft, figure: soot.figure, unit: soot.unit },
          { name: phone.catalyst, figure: `${into.figure}, ${out.figure}`, unit: out.unit },
          { name: phone.filterOut, figure: behind.figure, unit: behind.unit },
          { name: phone.doser, figure: doser.figure, unit: doser.unit },
        ].map((r) => (
          <Row key={r.name} {...r} />
        ))}
      </dl>
    </>
  )
}
