import type uPlot from 'uplot'
import type { ReactNode } from 'react'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useShow } from '../../shared/quantity'
import { useSaid } from '../../shared/said'
import type { Board, BoardProps } from '../boards'
import { StageStrip } from '../StageStrip'
import { type BurnRow, type BurnStage, known, seenOf } from './seen'
import { texts } from './words'

const STAGES = ['WARM_UP', 'LIGHT_OFF', 'BURN', 'COOL_DOWN'] as const
const SECONDS_A_MINUTE = 60
/** So long one takes: the plot does not change its scale before. */
const USUAL_MINUTES = 40

const stageNow = (view: TrialView): BurnStage => (view.stage === 'ENDED' ? 'NONE' : seenOf(view).stage)
const minutes = (seconds: number) => Math.round(seconds / SECONDS_A_MINUTE)

/** Where it is, soot and time left, and the temperatures over the whole of it. */
function RegenerationBoard({ view, far = false }: BoardProps) {
  const seen = seenOf(view)
  const said = useSaid()
  const now = stageNow(view)
  const last = seen.rows.at(-1)
  const reached = STAGES.findIndex((s) => s === (now === 'NONE' ? last?.stage : now))
  return (
    <>
      {view.stage !== 'ENDED' && (
        <StageStrip
          far={far}
          stages={STAGES.map((id, i) => ({
            id,
            title: texts.stages[id],
            current: id === now,
            done: i < reached,
          }))}
        />
      )}
      {seen.hindered.text !== '' && view.stage !== 'ENDED' && (
        <p className={`font-semibold ${far ? 'text-far-text' : 'my-2 text-lead'}`} role="alert">
          {said(seen.hindered)}
        </p>
      )}
      {last && (far ? <Far view={view} last={last} /> : <Figures view={view} last={last} />)}
      {!far && <Temperatures view={view} />}
    </>
  )
}

/** What is read from four metres: soot and time left. */
function Far({ view, last }: { view: TrialView; last: BurnRow }) {
  const { left } = seenOf(view)
  const soot = known(last.sootPercent)
  return (
    <div className="grid grid-cols-2 items-baseline text-far">
      <p>
        <b className="mr-6 font-narrow text-far-order leading-none font-semibold">
          {soot === undefined ? texts.nothing : `${soot.toFixed(0)} %`}
        </b>
        <span className="block text-far-text">{texts.sootLeft}</span>
      </p>
      <p>
        <b className="mr-6 font-narrow text-far-order leading-none font-semibold">
          {left ? minutes(left.seconds) : texts.nothing}
        </b>
        <span className="block text-far-text">
          {left
            ? `${texts.minutes}, ${texts.leftFrom(minutes(left.least), minutes(left.most))}`
            : texts.notYet}
        </span>
      </p>
    </div>
  )
}

function Figures({ view, last }: { view: TrialView; last: BurnRow }) {
  const seen = seenOf(view)
  const show = useShow()
  const first = seen.rows.map((r) => known(r.sootPercent)).find((s) => s !== undefined)
  const soot = known(last.sootPercent)
  const doser = known(last.doserKpa)
  const loses = known(last.filterKpa)
  const blocked = view.figures['blocked']
  const pressure = (kpa: number, decimals: number) => {
    const s = show(kpa, 'kPa', decimals)
    return `${s.figure} ${s.unit}`
  }
  return (
    <dl className="my-3 grid max-w-[920px] grid-cols-4 border-y border-line-strong">
      <Figure
        name={texts.sootLeft}
        value={soot === undefined ? texts.nothing : `${soot.toFixed(0)} %`}
        below={first === undefined ? '' : texts.was(`${first.toFixed(0)} %`)}
      >
        {soot !== undefined && <Bar share={soot / 100} was={(first ?? 0) / 100} />}
      </Figure>
      <Figure
        name={texts.timeLeft}
        value={seen.left ? `${minutes(seen.left.seconds)} ${texts.minutes}` : texts.nothing}
        below={seen.left ? texts.leftFrom(minutes(seen.left.least), minutes(seen.left.most)) : texts.notYet}
      />
      <Figure
        name={texts.doser}
        value={doser === undefined ? texts.nothing : pressure(doser, 0)}
        below={blocked === undefined ? '' : texts.doserNormal(pressure(blocked, 0))}
      />
      <Figure
        name={texts.filterLoses}
        value={loses === undefined ? texts.nothing : pressure(loses, 1)}
        below=""
      />
    </dl>
  )
}

function Figure({
  name,
  value,
  below,
  children,
}: {
  name: string
  value: string
  below: string
  children?: ReactNode
}) {
  return (
    <div className="border-l border-line px-4 py-2 first:border-l-0 first:pl-0">
      <dt className="text-small text-ink-2">{name}</dt>
      <dd>
        <b className="font-narrow text-big font-semibold">{value}</b>
        {children}
        <span className="block text-small text-ink-2">{below}</span>
      </dd>
    </div>
  )
}

/** What is left as a length, with a line where it was. */
function Bar({ share, was }: { share: number; was: number }) {
  const x = (v: number) => `${Math.max(0, Math.min(1, v)) * 100}%`
  return (
    <span className="relative my-1 block h-4 border-2 border-ink" aria-hidden>
      <span className="absolute inset-y-0 left-0 bg-ink" style={{ width: x(share) }} />
      <span className="absolute -inset-y-1.5 w-[3px] bg-petrol" style={{ left: x(was) }} />
    </span>
  )
}

/** Figures that bound each temperature in the burn, with the tone of its line. */
const CORRIDORS = [
  ['in', '--ink-2'],
  ['out', '--ink'],
  ['behind', '--petrol'],
] as const

/** The three temperatures from the beginning on, with where a sound one lies in its burn. */
function Temperatures({ view }: { view: TrialView }) {
  const show = useShow()
  const { rows } = seenOf(view)
  if (rows.length < 2) return null
  const shown = (c: number | undefined) => (c === undefined ? null : Number(show(c, '°C', 0).figure))
  const data: uPlot.AlignedData = [
    rows.map((r) => r.seconds / SECONDS_A_MINUTE),
    rows.map((r) => shown(known(r.inC))),
    rows.map((r) => shown(known(r.outC))),
    rows.map((r) => shown(known(r.behindC))),
  ]
  const { unit } = show(0, '°C', 0)
  const limits = (name: string) => {
    const low = view.figures[`${name}-low`]
    const high = view.figures[`${name}-high`]
    return low === undefined || high === undefined
      ? ''
      : texts.corridor(show(low, '°C', 0).figure, `${show(high, '°C', 0).figure} ${unit}`)
  }
  const corridors = CORRIDORS.flatMap(([name, tone]) => {
    const low = shown(view.figures[`${name}-low`])
    const high = shown(view.figures[`${name}-high`])
    return low === null || high === null ? [] : [{ low, high, tone }]
  })
  return (
    <section aria-label={texts.temperatures} className="mt-3 max-w-[920px]">
      <p className="text-small" aria-hidden>
        <b className="mr-4 font-semibold text-ink-2">{texts.catalystIn}</b>
        <b className="mr-4 font-semibold">{texts.catalystOut}</b>
        <b className="mr-4 font-semibold text-petrol">{texts.behind}</b>
        {unit}
      </p>
      <Plot
        data={data}
        height={220}
        name={texts.temperatures}
        xLabel={texts.minutes}
        range={[0, Math.max(USUAL_MINUTES, (rows.at(-1)?.seconds ?? 0) / SECONDS_A_MINUTE)]}
        corridors={corridors}
        series={[
          { label: texts.catalystIn, unit, dash: [6, 5], tone: '--ink-2' },
          { label: texts.catalystOut, unit, tone: '--ink' },
          { label: texts.behind, unit, tone: '--petrol' },
        ]}
      />
      <ul className="grid grid-cols-3 text-small text-ink-2">
        <li>
          {texts.catalystIn}: {limits('in')}
        </li>
        <li>
          {texts.catalystOut}: {limits('out')}
        </li>
        <li>
          {texts.behind}: {limits('behind')}
        </li>
      </ul>
    </section>
  )
}

/** What the forced regeneration adds to the page of a test. */
export const regeneration: Board = {
  Board: RegenerationBoard,
  ownProgress: true,
  headline: (view) => {
    const now = stageNow(view)
    return now === 'NONE' ? view.title : texts.stages[now]
  },
  heard: (view) => ({
    state: `${view.stage} ${stageNow(view)}`,
    tone: view.stage === 'ENDED' ? 'look' : stageNow(view) === 'NONE' ? 'free' : 'held',
  }),
  spoken: (view) => {
    const now = stageNow(view)
    return now === 'NONE' ? '' : texts.stages[now]
  },
  // The temperatures stand in a plot of their own.
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theModuleBurns },
    { head: texts.meaning, text: texts.whatItMeans },
    { head: texts.normal, text: texts.sound },
  ],
}
