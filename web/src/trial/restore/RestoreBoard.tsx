import type { EarlierRun, TrialMeasured, TrialView } from '../../api/client'
import type { Board, BoardProps } from '../boards'
import { earlierOf } from '../earlier'
import { StageStrip } from '../StageStrip'
import { flowsOf, type RestoreStage, seenOf } from './seen'
import { texts } from './words'

const STAGES = ['HEAT', 'HOLD', 'MEASURE', 'FLUSH', 'COOL'] as const

/** The scale of a flow ends here, percent. */
const MOST = 120

const stageNow = (view: TrialView): RestoreStage => (view.stage === 'ENDED' ? 'NONE' : seenOf(view).stage)
const percent = (value: number) => `${value.toFixed(0)} %`

/** The stages in a row, and below them the flow that each measurement found. */
function RestoreBoard({ view, far = false, earlier }: BoardProps) {
  const now = stageNow(view)
  const flows = flowsOf(view)
  return (
    <>
      {view.stage !== 'ENDED' && (
        <StageStrip
          far={far}
          stages={STAGES.map((id) => ({ id, title: texts.stages[id], current: id === now, done: false }))}
        />
      )}
      {far ? <Newest flow={flows.at(-1)} /> : <Flows flows={flows} before={earlierOf(view, earlier)} />}
    </>
  )
}

function Newest({ flow }: { flow: TrialMeasured | undefined }) {
  if (flow?.value == null) return <p className="text-far-text">{texts.noneYet}</p>
  return (
    <p className="flex items-baseline gap-10 text-far">
      <b
        className={`font-narrow text-far-order leading-none font-semibold ${flow.verdict === 'FAIL' ? 'text-grave' : ''}`}
      >
        {percent(flow.value)}
      </b>
      <span className="text-far-text">
        {texts.ofASoundOne}
        <br />
        {texts.after(flow.place)}
      </span>
    </p>
  )
}

function Flows({ flows, before }: { flows: TrialMeasured[]; before: EarlierRun | undefined }) {
  const limit = flows[0]?.low
  if (flows.length === 0) return <p className="my-3 text-ink-2">{texts.noneYet}</p>
  return (
    <section aria-label={texts.flow} className="mt-3 max-w-[860px]">
      <h2 className="mb-1 flex items-baseline gap-3">
        {texts.flow}
        <span className="text-small font-normal text-ink-2">
          {texts.ofASoundOne}
          {limit != null && `, ${texts.limit(percent(limit))}`}
        </span>
      </h2>
      <ol>
        {flows.map((f) => {
          const was = before?.figures.find((e) => e.name === f.name && e.place === f.place)
          return (
            <li
              key={f.place}
              className="grid grid-cols-[150px_1fr_210px] items-center gap-3 border-b border-line py-2"
            >
              <span>{texts.after(f.place)}</span>
              <FlowBar flow={f} />
              <span className="whitespace-nowrap">
                <b
                  className={`font-narrow text-lead ${f.verdict === 'FAIL' ? 'font-bold text-grave' : 'font-semibold'}`}
                >
                  {percent(f.value ?? 0)}
                </b>{' '}
                <span className="text-small text-ink-2">
                  {f.plusMinus != null && texts.plusMinus(percent(f.plusMinus))}{' '}
                  {was && texts.before(percent(was.value))}
                </span>
              </span>
            </li>
          )
        })}
      </ol>
    </section>
  )
}

/** A flow as a length, with its doubt hatched at the end and the limit as a line across. */
function FlowBar({ flow }: { flow: TrialMeasured }) {
  const x = (v: number) => `${(Math.max(0, Math.min(MOST, v)) / MOST) * 100}%`
  const value = flow.value ?? 0
  const doubt = flow.plusMinus ?? 0
  return (
    <span className="relative block h-5" aria-hidden>
      <span className="absolute inset-y-0 right-0 left-0 bg-line" />
      <span className="absolute inset-y-0 left-0 bg-ink-2" style={{ width: x(value - doubt) }} />
      <span
        className="absolute inset-y-0 bg-ink-3"
        style={{ left: x(value - doubt), width: `calc(${x(value + doubt)} - ${x(value - doubt)})` }}
      />
      {flow.low != null && (
        <span className="absolute -inset-y-1 w-[3px] bg-petrol" style={{ left: x(flow.low) }} />
      )}
    </span>
  )
}

/** What the injector flow restore adds to the page of a test. */
export const restore: Board = {
  Board: RestoreBoard,
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
  // How warm the exhaust is; the speed only stands.
  values: () => [0],
  why: () => [
    { head: texts.howItIsFound, text: texts.theModuleFlushes },
    { head: texts.meaning, text: texts.whatItMeans },
    { head: texts.normal, text: texts.sound },
  ],
}
