import type uPlot from 'uplot'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { earlierOf } from '../earlier'
import { StageStrip } from '../StageStrip'
import { pointsOf, seenOf, speedsOf, wholeOf } from './seen'
import { texts } from './words'

const named = (rpm: number) => (rpm === 0 ? texts.idle : texts.rpm(rpm.toLocaleString('en')))

/** The speeds in a row, what the filter lost over the flow, and what that stands for. */
function FilterBoard({ view, far = false, earlier }: BoardProps) {
  const seen = seenOf(view)
  const speeds = speedsOf(view)
  const zeroed = seen.zero.count > 0 || seen.points.length > 0 || seen.next > 0
  return (
    <>
      {view.stage !== 'ENDED' && (
        <StageStrip
          far={far}
          stages={[
            { id: 'zero', title: texts.zero, current: !zeroed, done: zeroed },
            ...speeds.map((rpm, i) => ({
              id: String(rpm),
              title: named(rpm),
              current: zeroed && i === seen.next,
              done: zeroed && i < seen.next,
            })),
          ]}
        />
      )}
      {far ? (
        <Far view={view} zeroed={zeroed} />
      ) : (
        <>
          <Soot view={view} />
          <Curve view={view} earlier={earlierOf(view, earlier)?.figures} />
        </>
      )}
    </>
  )
}

/** What is read from four metres: the speed that is wanted, and beside it the speed that it has. */
function Far({ view, zeroed }: { view: TrialView; zeroed: boolean }) {
  const seen = seenOf(view)
  const wanted = speedsOf(view)[seen.next]
  if (view.stage === 'ENDED' || !zeroed || wanted === undefined) return null
  return (
    <div className="grid grid-cols-2 items-baseline text-far">
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {wanted === 0 ? texts.idle : wanted.toLocaleString('en')}
        </b>
        <span className="block text-far-text">{texts.wanted}</span>
      </p>
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {typeof seen.rpm === 'number' ? Math.round(seen.rpm).toLocaleString('en') : texts.nothing}
        </b>
        <span className="block text-far-text">{texts.now}</span>
      </p>
    </div>
  )
}

/** Soot by the loss and by the module, and what goes past a crack. */
function Soot({ view }: { view: TrialView }) {
  const shown = [
    { of: wholeOf(view, 'soot'), name: texts.byTheLoss },
    { of: wholeOf(view, 'reckoned'), name: texts.byTheModule },
    { of: wholeOf(view, 'crack'), name: texts.pastACrack },
  ]
  if (shown[0]?.of?.value == null) return null
  return (
    <dl className="my-3 grid max-w-[920px] grid-cols-3 border-y border-line-strong">
      {shown.map(
        ({ of, name }) =>
          of?.value != null && (
            <div key={name} className="border-l border-line px-4 py-2 first:border-l-0 first:pl-0">
              <dt className="text-small text-ink-2">{name}</dt>
              <dd>
                <b
                  className={`font-narrow text-big font-semibold ${of.verdict === 'FAIL' ? 'text-grave' : ''}`}
                >{`${of.value.toFixed(0)} %`}</b>
                {of.plusMinus != null && (
                  <span className="ml-2 text-small text-ink-2">
                    {texts.plusMinus(`${of.plusMinus.toFixed(0)} %`)}
                  </span>
                )}
              </dd>
            </div>
          ),
      )}
    </dl>
  )
}

/** What it lost over the flow, beside a clean filter, a full one, and what the module reckons with. */
function Curve({
  view,
  earlier,
}: {
  view: TrialView
  earlier: TrialView['judgement']['measured'] | undefined
}) {
  const show = useShow()
  const points = pointsOf(view.judgement.measured)
  const before = pointsOf(earlier ?? [])
  if (points.length === 0) return <p className="my-3 text-ink-2">{texts.noneYet}</p>
  const clean = view.figures['clean-loss'] ?? Number.NaN
  const full = view.figures['full-loss'] ?? Number.NaN
  const soot = wholeOf(view, 'reckoned')?.value ?? undefined
  const x = [0, ...points.map((p) => p.size).sort((a, b) => a - b)]
  const line = (kpa: number) => x.map((s) => Number(show((kpa * s) / 100, 'kPa', 3).figure))
  const { unit } = show(0, 'kPa', 2)
  const data: uPlot.AlignedData = [
    x,
    x.map((s) => {
      const at = points.find((p) => p.size === s)
      return at ? Number(show(at.lost, 'kPa', 3).figure) : null
    }),
    line(clean),
    line(soot === undefined ? Number.NaN : clean + (soot / 100) * (full - clean)),
    line(full),
  ]
  return (
    <section aria-label={texts.curve} className="mt-3 max-w-[920px]">
      <p className="text-small" aria-hidden>
        <b className="mr-4 font-bold">{texts.thisFilter}</b>
        <b className="mr-4 font-semibold text-petrol">{texts.reckoned}</b>
        <b className="mr-4 font-semibold text-ink-2">{`${texts.clean}, ${texts.full.toLowerCase()}`}</b>
        {unit}
      </p>
      <Plot
        data={data}
        height={220}
        name={texts.curve}
        xLabel={texts.flow}
        series={[
          { label: texts.thisFilter, unit, tone: '--ink' },
          { label: texts.clean, unit, dash: [2, 5], tone: '--ink-2' },
          { label: texts.reckoned, unit, dash: [8, 5], tone: '--petrol' },
          { label: texts.full, unit, dash: [2, 5], tone: '--ink-2' },
        ]}
      />
      <table className="mt-2 w-full text-left">
        <thead className="text-small text-ink-2">
          <tr>
            <th className="font-normal">{texts.speed}</th>
            <th className="font-normal">{texts.lost}</th>
            <th className="font-normal">{before.length > 0 && texts.lastTime}</th>
          </tr>
        </thead>
        <tbody>
          {points.map((p) => {
            const was = before.find((b) => b.place === p.place)
            const wanted = seenOf(view).points[p.place - 1]?.wanted
            const lost = show(p.lost, 'kPa', 2)
            return (
              <tr key={p.place} className="border-t border-line">
                <td className="py-1">{wanted === undefined ? p.place : named(wanted)}</td>
                <td>
                  <b className="font-narrow text-lead font-semibold">{lost.figure}</b> {lost.unit}
                </td>
                <td className="text-ink-2">{was && `${show(was.lost, 'kPa', 2).figure} ${lost.unit}`}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}

/** What the filter's condition adds to the page of a test. */
export const filter: Board = {
  Board: FilterBoard,
  ownProgress: true,
  heard: (view) => ({
    state: `${view.stage} ${seenOf(view).next}`,
    tone: view.stage === 'ENDED' ? 'look' : 'free',
  }),
  spoken: (view) => {
    const wanted = speedsOf(view)[seenOf(view).next]
    return view.stage === 'ENDED' || wanted === undefined ? '' : named(wanted)
  },
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theLine },
    { head: texts.meaning, text: texts.ashOrSoot },
  ],
}
