import type uPlot from 'uplot'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { Segmented } from '../../shared/Segmented'
import type { Board, BoardProps } from '../boards'
import { type ActuatorRun, firstWay, nowOf, seenOf, staircase, titleOf } from './seen'
import { texts } from './words'

const DUTIES = [50, 75, 95]
const WALKS = [5, 15, 30]
const REPEATS = [1, 3, 6]

/** What it is sent to, what each actuator did, and how it got there. */
function ActuatorBoard({ view, act, far = false }: BoardProps) {
  const seen = seenOf(view)
  if (far) return <Far view={view} />
  return (
    <>
      {act && view.stage === 'RUNNING' && !seen.now && <Settings view={view} act={act} />}
      {seen.runs.length === 0 ? (
        <p className="my-3 text-ink-2">{texts.noneYet}</p>
      ) : (
        <Done view={view} runs={seen.runs} />
      )}
      {seen.runs.map((run) => (
        <Ways key={run.id} title={titleOf(view, run.id)} run={run} />
      ))}
    </>
  )
}

function Settings({ view, act }: { view: TrialView; act: (line: string) => void }) {
  const { duty, walk, repeats } = seenOf(view)
  const usual = view.moves[0]?.to ?? 95
  return (
    <div className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
      <span className="flex items-center gap-2">
        <span className="text-ink-2">{texts.duty}</span>
        <Segmented
          label={texts.duty}
          value={String(duty || usual)}
          choices={DUTIES.map((d) => [String(d), texts.percent(d)] as const)}
          onChoose={(d) => act(`duty ${d}`)}
        />
      </span>
      <span className="flex items-center gap-2">
        <span className="text-ink-2">{texts.toWalk}</span>
        <Segmented
          label={texts.toWalk}
          value={String(walk)}
          choices={WALKS.map((w) => [String(w), texts.secondsOf(w)] as const)}
          onChoose={(w) => act(`walk ${w}`)}
        />
      </span>
      <span className="flex items-center gap-2">
        <span className="text-ink-2">{texts.repeats}</span>
        <Segmented
          label={texts.repeats}
          value={String(repeats)}
          choices={REPEATS.map((n) => [String(n), String(n)] as const)}
          onChoose={(n) => act(`repeats ${n}`)}
        />
      </span>
    </div>
  )
}

/** What is read from four metres: the countdown, then where it is sent and where it is. */
function Far({ view }: { view: TrialView }) {
  const seen = seenOf(view)
  const now = nowOf(view)
  if (view.stage === 'ENDED' || !seen.now || !now) return null
  if (seen.begins > 0) {
    return (
      <p className="text-far">
        <b className="font-narrow text-far-order leading-none font-semibold">{Math.ceil(seen.begins)}</b>
        <span className="block text-far-text">{texts.itMovesIn}</span>
      </p>
    )
  }
  return (
    <div className="grid grid-cols-2 items-baseline text-far">
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {texts.percent(now.wanted.toFixed(0))}
        </b>
        <span className="block text-far-text">{texts.commanded}</span>
      </p>
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {now.position === undefined ? texts.nothing : texts.percent(now.position.toFixed(0))}
        </b>
        <span className="block text-far-text">{texts.position}</span>
      </p>
    </div>
  )
}

function Done({ view, runs }: { view: TrialView; runs: ActuatorRun[] }) {
  return (
    <table className="mt-2 w-full max-w-[900px] text-left">
      <thead className="text-small text-ink-2">
        <tr className="border-b border-line-strong">
          <th className="py-1 font-normal">{texts.actuator}</th>
          <th className="font-normal">{texts.reached}</th>
          <th className="font-normal">{texts.outBack}</th>
          <th className="font-normal">{texts.play}</th>
          <th className="font-normal">{texts.away}</th>
        </tr>
      </thead>
      <tbody>
        {runs.map((run) => {
          const place = view.moves.findIndex((m) => m.id === run.id) + 1
          const cell = (name: string, say: (v: number) => string) => {
            const m = view.judgement.measured.find((f) => f.name === name && f.place === place)
            if (m?.value == null) return <span className="text-ink-2">{texts.nothing}</span>
            return <span className={m.verdict === 'FAIL' ? 'font-bold text-grave' : ''}>{say(m.value)}</span>
          }
          const percent = (v: number) => texts.percent(v.toFixed(0))
          const seconds = (v: number) => texts.secondsOf(v.toFixed(2))
          return (
            <tr key={run.id} className="border-b border-line font-narrow text-lead">
              <td className="py-1 font-sans text-base">{titleOf(view, run.id)}</td>
              {run.refused ? (
                <td colSpan={4}>{texts.refused}</td>
              ) : (
                <>
                  <td>
                    {cell('reached', percent)} / {cell('returned', percent)}
                  </td>
                  <td>
                    {cell('out-seconds', seconds)} / {cell('back-seconds', seconds)}
                  </td>
                  <td>{cell('play', percent)}</td>
                  <td>{cell('away', percent)}</td>
                </>
              )}
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** The first way out over time, and the steps up and down against what was commanded. */
function Ways({ title, run }: { title: string; run: ActuatorRun }) {
  const out = firstWay(run)
  const steps = staircase(run).filter((s) => s.up !== null)
  if (out.seconds.length < 2) return null
  return (
    <div className="mt-3 grid max-w-[980px] gap-4 sm:grid-cols-2">
      <figure>
        <figcaption className="text-small font-semibold">{texts.firstWay(title)}</figcaption>
        <Plot
          data={
            [out.seconds, out.position, out.seconds.map(() => run.course[0] ?? null)] as uPlot.AlignedData
          }
          height={190}
          name={texts.firstWay(title)}
          xLabel={texts.seconds}
          series={[
            { label: texts.position, unit: '%', tone: '--ink' },
            { label: texts.commanded, unit: '%', tone: '--ink-2', dash: [6, 5] },
          ]}
        />
      </figure>
      {steps.length > 1 && (
        <figure>
          <figcaption className="text-small font-semibold">{texts.staircase(title)}</figcaption>
          <Plot
            data={
              [
                steps.map((s) => s.wanted),
                steps.map((s) => s.up),
                steps.map((s) => s.down),
                steps.map((s) => s.wanted),
              ] as uPlot.AlignedData
            }
            height={190}
            name={texts.staircase(title)}
            xLabel={texts.commandedPercent}
            series={[
              { label: texts.up, unit: '%', tone: '--ink' },
              { label: texts.down, unit: '%', tone: '--petrol' },
              { label: texts.commanded, unit: '%', tone: '--ink-2', dash: [2, 5] },
            ]}
          />
        </figure>
      )}
    </div>
  )
}

/** What single actuators add to the page of a test. */
export const actuator: Board = {
  Board: ActuatorBoard,
  ownProgress: true,
  // One key answers whether it moved; hands are at the actuator, and the tool is across the bay.
  keys: (view, act) =>
    Object.fromEntries(
      view.choices.filter((c) => c.act.startsWith('saw ')).map((c, i) => [String(i + 1), () => act(c.act)]),
    ),
  headline: (view) => {
    const { now } = seenOf(view)
    return view.stage === 'RUNNING' && now ? titleOf(view, now) : view.title
  },
  heard: (view) => {
    const seen = seenOf(view)
    const run = seen.runs.find((r) => r.id === seen.now)
    return {
      state: `${view.stage} ${seen.now} ${seen.begins > 0 ? Math.ceil(seen.begins) : `step ${run?.step ?? ''}`}`,
      tone: view.stage === 'ENDED' ? 'look' : seen.now && seen.begins <= 0 ? 'held' : 'free',
    }
  },
  spoken: (view) => {
    const seen = seenOf(view)
    return seen.now && seen.begins > 0 ? titleOf(view, seen.now) : ''
  },
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theCourse },
    { head: texts.meaning, text: texts.stuckOrSlow },
  ],
}
