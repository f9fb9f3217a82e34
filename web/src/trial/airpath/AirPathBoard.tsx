import type uPlot from 'uplot'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useConversion, useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { StageStrip } from '../StageStrip'
import { figureOf, known, movesOf, seenOf, wayOf } from './seen'
import { texts } from './words'

const BEFORE = ['ZERO', 'START', 'STEADY'] as const

const titled = (m: { title: string; does: string }) => (m.does ? `${m.title}, ${m.does}` : m.title)

/** The stages in a row, each actuator with what answered it, and the answers beside those of a sound engine. */
function AirPathBoard({ view, far = false }: BoardProps) {
  const seen = seenOf(view)
  const moves = movesOf(view)
  // Moves of one actuator are one stage.
  const actuators = moves.filter((m, i) => moves.findIndex((o) => o.control === m.control) === i)
  const early = BEFORE.indexOf(seen.stage as (typeof BEFORE)[number])
  const now = actuators.findIndex((m) => m.control === moves[seen.move]?.control)
  const at = early >= 0 ? early : BEFORE.length + now
  return (
    <>
      {view.stage !== 'ENDED' && (
        <StageStrip
          far={far}
          stages={[
            ...BEFORE.map((id) => ({ id, title: texts.stages[id] })),
            ...actuators.map((m) => ({ id: m.id, title: m.title })),
          ].map((s, i) => ({ ...s, current: i === at, done: i < at || seen.complete }))}
        />
      )}
      {far ? (
        <Far view={view} />
      ) : (
        <>
          <Answers view={view} />
          <Ways view={view} />
        </>
      )}
    </>
  )
}

/** What is read from four metres: the actuator, where it is, and what the charge does. */
function Far({ view }: { view: TrialView }) {
  const show = useShow()
  const seen = seenOf(view)
  const move = movesOf(view)[seen.move]
  const last = seen.points.at(-1)
  if (view.stage === 'ENDED' || !move || !last || (seen.stage !== 'OUT' && seen.stage !== 'BACK')) return null
  const position = known(last.positions[0])
  const change = wayOf(view, seen.move)?.intake.at(-1)
  const shown = change == null ? undefined : show(change, 'kPa', 0)
  return (
    <div className="grid grid-cols-2 items-baseline text-far">
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {position === null ? texts.nothing : texts.upTo(position.toFixed(0))}
        </b>
        <span className="block text-far-text">{seen.stage === 'BACK' ? texts.back : move.title}</span>
      </p>
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {shown?.figure ?? texts.nothing}
        </b>
        <span className="block text-far-text">{`${texts.charge}, ${shown?.unit ?? 'kPa'}`}</span>
      </p>
    </div>
  )
}

/** A row for each actuator: where it went, what answered, and what a sound engine shows. */
function Answers({ view }: { view: TrialView }) {
  const show = useShow()
  const moves = movesOf(view)
  const head = view.judgement.measured.find((m) => m.name === 'head')
  const cell = (name: string, place: number, unit: string) => {
    const is = figureOf(view, name, place)?.value
    const sound = figureOf(view, `${name}-expected`, place)?.value
    if (is == null || sound == null) return null
    const shown = show(is, unit, 0)
    return (
      <>
        <b className="font-narrow text-lead font-semibold">{shown.figure}</b>
        <span className="text-small text-ink-2">{` ${shown.unit}, ${texts.sound} ${show(sound, unit, 0).figure}`}</span>
      </>
    )
  }
  if (figureOf(view, 'position', 1)?.value == null) return <p className="my-3 text-ink-2">{texts.noneYet}</p>
  return (
    <>
      <table className="mt-2 w-full max-w-[980px] text-left">
        <thead className="text-small text-ink-2">
          <tr className="border-b border-line-strong">
            <th className="py-1 font-normal">{texts.actuator}</th>
            <th className="font-normal">{texts.position}</th>
            <th className="font-normal">{texts.charge}</th>
            <th className="font-normal">{texts.exhaust}</th>
            <th className="font-normal">{texts.flow}</th>
          </tr>
        </thead>
        <tbody>
          {moves.map((m, i) => {
            const position = figureOf(view, 'position', i + 1)
            return (
              <tr key={m.id} className="border-b border-line">
                <td className="py-1">{titled(m)}</td>
                <td
                  className={`font-narrow text-lead ${position?.verdict === 'FAIL' ? 'font-bold text-grave' : ''}`}
                >
                  {position?.value != null && texts.upTo(position.value.toFixed(0))}
                </td>
                <td>{cell('intake', i + 1, 'kPa')}</td>
                <td>{cell('exhaust', i + 1, 'kPa')}</td>
                <td>{cell('flow', i + 1, 'kg/h')}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      {head?.value != null && (
        <p className="my-2">
          {texts.chargeAtSpeed}{' '}
          <b
            className={`font-narrow text-lead font-semibold ${head.verdict === 'FAIL' ? 'text-grave' : ''}`}
          >{`${head.value.toFixed(0)} %`}</b>
        </p>
      )}
    </>
  )
}

/** The answer to each move over time, beside that of a sound engine. */
function Ways({ view }: { view: TrialView }) {
  const way = useConversion()('kPa')
  const moves = movesOf(view)
  const shown = moves.map((m, i) => ({ m, of: wayOf(view, i) })).filter(({ of }) => of !== undefined)
  if (shown.length === 0) return null
  const scaled = (all: (number | null)[]) => all.map((v) => (v === null ? null : v * way.factor))
  return (
    <section className="mt-3 max-w-[980px]">
      <p className="text-small" aria-hidden>
        <b className="mr-4 font-bold">{texts.charge}</b>
        <b className="mr-4 font-semibold text-petrol">{texts.exhaust}</b>
        <span className="text-ink-2">{`${way.unit}; - - - ${texts.soundEngine}`}</span>
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        {shown.map(({ m, of }) => (
          <figure key={m.id}>
            <figcaption className="text-small font-semibold">{titled(m)}</figcaption>
            <Plot
              data={
                [
                  of?.seconds ?? [],
                  scaled(of?.intake ?? []),
                  scaled(of?.intakeSound ?? []),
                  scaled(of?.exhaust ?? []),
                  scaled(of?.exhaustSound ?? []),
                ] as uPlot.AlignedData
              }
              height={190}
              name={texts.answers(titled(m))}
              xLabel={texts.seconds}
              series={[
                { label: texts.charge, unit: way.unit, tone: '--ink' },
                { label: `${texts.charge}, ${texts.sound}`, unit: way.unit, tone: '--ink', dash: [6, 5] },
                { label: texts.exhaust, unit: way.unit, tone: '--petrol' },
                { label: `${texts.exhaust}, ${texts.sound}`, unit: way.unit, tone: '--petrol', dash: [6, 5] },
              ]}
            />
          </figure>
        ))}
      </div>
    </section>
  )
}

/** What the air path adds to the page of a test. */
export const airpath: Board = {
  Board: AirPathBoard,
  ownProgress: true,
  headline: (view) => {
    const seen = seenOf(view)
    const move = movesOf(view)[seen.move]
    return view.stage === 'RUNNING' && move && seen.stage === 'OUT' ? titled(move) : view.title
  },
  heard: (view) => ({
    state: `${view.stage} ${seenOf(view).stage} ${seenOf(view).move}`,
    tone: view.stage === 'ENDED' ? 'look' : seenOf(view).stage === 'OUT' ? 'held' : 'free',
  }),
  spoken: (view) => {
    const move = movesOf(view)[seenOf(view).move]
    return view.stage === 'RUNNING' && move && seenOf(view).stage === 'OUT' ? titled(move) : ''
  },
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theWay },
    { head: texts.meaning, text: texts.combination },
  ],
}
