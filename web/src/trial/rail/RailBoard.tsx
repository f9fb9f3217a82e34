import type uPlot from 'uplot'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useConversion, useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { StageStrip } from '../StageStrip'
import { figureOf, known, leastKept, seenOf } from './seen'
import { texts } from './words'

const STAGES = ['IDLE', 'RAISED', 'SNAP', 'STOP', 'HOLD'] as const

/** The stages in a row, what each speed came to, the snaps and the hold-down. */
function RailBoard({ view, far = false }: BoardProps) {
  const seen = seenOf(view)
  const oneSpeed = view.figures.raised === 0
  const stages = STAGES.filter((s) => !oneSpeed || (s !== 'RAISED' && s !== 'SNAP'))
  const at = stages.indexOf(seen.stage as (typeof STAGES)[number])
  return (
    <>
      {view.stage !== 'ENDED' && (
        <StageStrip
          far={far}
          stages={stages.map((id, i) => ({
            id,
            title: texts.stages[id],
            current: i === at,
            done: i < at || at < 0,
          }))}
        />
      )}
      {far ? (
        <Far view={view} />
      ) : (
        <>
          <Points view={view} />
          <div className="mt-3 grid max-w-[980px] gap-4 sm:grid-cols-2">
            <Snaps view={view} />
            <HoldDown view={view} />
          </div>
        </>
      )}
    </>
  )
}

/** What is read from four metres: the speed while it is held, the pressure while it falls. */
function Far({ view }: { view: TrialView }) {
  const show = useShow()
  const seen = seenOf(view)
  if (view.stage === 'ENDED') return null
  const rail = known(seen.hold.at(-1)?.rail)
  const falls = seen.stage === 'HOLD' && rail !== null
  const shown = falls ? show(rail, 'MPa', 1) : undefined
  const rpm = known(seen.rpm)
  return (
    <p className="text-far">
      <b className="font-narrow text-far-order leading-none font-semibold">
        {shown?.figure ?? (rpm === null ? texts.nothing : Math.round(rpm).toLocaleString('en'))}
      </b>
      <span className="block text-far-text">{shown?.unit ?? texts.now}</span>
    </p>
  )
}

function Points({ view }: { view: TrialView }) {
  const show = useShow()
  const { steady } = seenOf(view)
  if (steady.length === 0) return <p className="my-3 text-ink-2">{texts.noneYet}</p>
  const percent = (name: string, place: number) => {
    const m = figureOf(view, name, place)
    return (
      <td className={`font-narrow text-lead ${m?.verdict === 'FAIL' ? 'font-bold text-grave' : ''}`}>
        {m?.value == null ? texts.nothing : texts.percent(m.value.toFixed(0))}
      </td>
    )
  }
  return (
    <table className="mt-2 w-full max-w-[980px] text-left">
      <thead className="text-small text-ink-2">
        <tr className="border-b border-line-strong">
          <th className="py-1 font-normal">{texts.speed}</th>
          <th className="font-normal">{texts.rail}</th>
          <th className="font-normal">{texts.effort}</th>
          <th className="font-normal">{texts.supply}</th>
          <th className="font-normal">{texts.filter}</th>
        </tr>
      </thead>
      <tbody>
        {steady.map((p, i) => {
          const rail = figureOf(view, 'rail', i + 1)
          const wanted = known(p.wanted)
          const shown = rail?.value == null ? undefined : show(rail.value, 'MPa', 1)
          return (
            <tr key={i} className="border-b border-line">
              <td className="py-1 pr-4 whitespace-nowrap">
                {texts.rpm(Math.round(p.rpm).toLocaleString('en'))}
              </td>
              <td
                className={`font-narrow text-lead ${rail?.verdict === 'FAIL' ? 'font-bold text-grave' : ''}`}
              >
                {shown && `${shown.figure} ${shown.unit}`}
                {wanted !== null && (
                  <span className="ml-2 text-small text-ink-2">{`${show(wanted, 'MPa', 1).figure}`}</span>
                )}
              </td>
              {percent('effort', i + 1)}
              {percent('supply', i + 1)}
              {percent('filter', i + 1)}
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

function Snaps({ view }: { view: TrialView }) {
  const way = useConversion()('MPa')
  const { snaps } = seenOf(view)
  if (snaps.length < 2) return null
  const scaled = (v: number | null) => (v === null ? null : v * way.factor)
  return (
    <figure>
      <figcaption className="text-small">
        <b className="font-semibold">{`${texts.snaps}, ${way.unit}`}</b>{' '}
        <span className="text-ink-2">{`- - - ${texts.commanded}`}</span>
      </figcaption>
      <Plot
        data={
          [
            snaps.map((m) => m.at),
            snaps.map((m) => scaled(known(m.rail))),
            snaps.map((m) => scaled(known(m.wanted))),
          ] as uPlot.AlignedData
        }
        height={170}
        name={texts.snaps}
        xLabel={texts.seconds}
        series={[
          { label: texts.measured, unit: way.unit, tone: '--ink' },
          { label: texts.commanded, unit: way.unit, tone: '--ink-2', dash: [6, 5] },
        ]}
      />
    </figure>
  )
}

function HoldDown({ view }: { view: TrialView }) {
  const way = useConversion()('MPa')
  const { hold } = seenOf(view)
  if (hold.length < 2) return null
  const scaled = (v: number | null) => (v === null ? null : v * way.factor)
  return (
    <figure>
      <figcaption className="text-small">
        <b className="font-semibold">{`${texts.holdDown}, ${way.unit}`}</b>{' '}
        <span className="text-ink-2">{`- - - ${texts.least}`}</span>
      </figcaption>
      <Plot
        data={
          [
            hold.map((m) => m.at),
            hold.map((m) => scaled(known(m.rail))),
            hold.map((m) => scaled(leastKept(view, m.at))),
          ] as uPlot.AlignedData
        }
        height={170}
        name={texts.holdDown}
        xLabel={texts.seconds}
        series={[
          { label: texts.measured, unit: way.unit, tone: '--ink' },
          { label: texts.least, unit: way.unit, tone: '--ink-2', dash: [6, 5] },
        ]}
      />
    </figure>
  )
}

/** What the rail pressure adds to the page of a test. */
export const rail: Board = {
  Board: RailBoard,
  ownProgress: true,
  heard: (view) => ({
    state: `${view.stage} ${seenOf(view).stage} ${seenOf(view).snapped}`,
    tone: view.stage === 'ENDED' ? 'look' : 'free',
  }),
  spoken: (view) => {
    const { stage } = seenOf(view)
    return view.stage === 'ENDED' || stage === 'DONE' ? '' : texts.stages[stage]
  },
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theEffort },
    { head: texts.meaning, text: texts.theTrail },
  ],
}
