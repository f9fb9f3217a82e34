import type uPlot from 'uplot'
import type { TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useConversion, useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { StageStrip } from '../StageStrip'
import { type DriveStage, figureOf, known, placeOf, seenOf, stageNow } from './seen'
import { texts } from './words'

/** The drive plan, the actuators with what answered them, and how each followed. */
function AirDriveBoard({ view, far = false }: BoardProps) {
  const seen = seenOf(view)
  const now = stageNow(seen)
  return (
    <>
      {view.stage !== 'ENDED' && seen.plan.length > 0 && (
        <StageStrip
          far={far}
          stages={seen.plan.map((s) => ({
            id: s.kind,
            title: titled(s),
            current: s === now,
            done: s.done >= s.wanted,
          }))}
        />
      )}
      {far ? (
        <Far view={view} now={now} />
      ) : (
        <>
          <Actuators view={view} />
          <Courses view={view} />
        </>
      )}
    </>
  )
}

const titled = (s: DriveStage) =>
  s.done >= s.wanted
    ? texts.stages[s.kind]
    : `${texts.stages[s.kind]} ${texts.secondsLeft(Math.ceil(s.wanted - s.done))}`

/** What is read from four metres: the speed, and what the stage is about. */
function Far({ view, now }: { view: TrialView; now: DriveStage | undefined }) {
  const show = useShow()
  const last = seenOf(view).rows.at(-1)
  if (view.stage === 'ENDED' || !last) return null
  const rpm = known(last.rpm)
  const valve = now?.kind === 'BRAKE' || now?.kind === 'COAST' ? 'back-pressure' : 'recirculation'
  const place = placeOf(view, valve)
  const position = place < 0 ? null : known(last.measured[place])
  return (
    <div className="grid grid-cols-2 items-baseline text-far">
      <p>
        <b className="font-narrow text-far-order leading-none font-semibold">
          {rpm === null ? texts.nothing : show(rpm, 'rpm', 0).figure}
        </b>
        <span className="block text-far-text">{texts.rpm}</span>
      </p>
      {place >= 0 && (
        <p>
          <b className="font-narrow text-far-order leading-none font-semibold">
            {position === null ? texts.nothing : texts.upTo(position.toFixed(0))}
          </b>
          <span className="block text-far-text">{view.moves[place]?.title}</span>
        </p>
      )}
    </div>
  )
}

/** A row for each actuator: how far it was moved, how it followed, what answered it. */
function Actuators({ view }: { view: TrialView }) {
  const show = useShow()
  if (figureOf(view, 'way', 1) === undefined || seenOf(view).rows.length === 0) {
    return <p className="my-3 text-ink-2">{texts.noneYet}</p>
  }
  const percent = (name: string, place: number) => {
    const value = figureOf(view, name, place)?.value
    if (value == null) return texts.nothing
    const whole = Math.round(value)
    return texts.upTo(whole === 0 ? '0' : whole.toFixed(0).replace('-', '−'))
  }
  const answer = (place: number) => {
    const path = figureOf(view, 'path', place)
    if (path?.value != null) return texts.ofClear(path.value.toFixed(0))
    for (const [name, title] of [
      ['exhaust', texts.lift],
      ['intake', texts.charge],
    ] as const) {
      const is = figureOf(view, name, place)?.value
      const sound = figureOf(view, `${name}-expected`, place)?.value
      if (is != null && sound != null) {
        const shown = show(is, 'kPa', 0)
        return `${title} ${shown.figure} ${shown.unit}, ${texts.sound} ${show(sound, 'kPa', 0).figure}`
      }
    }
    return ''
  }
  return (
    <table className="mt-2 w-full max-w-[980px] text-left">
      <thead className="text-small text-ink-2">
        <tr className="border-b border-line-strong">
          <th className="py-1 font-normal">{texts.actuator}</th>
          <th className="font-normal">{texts.moved}</th>
          <th className="font-normal">{texts.off}</th>
          <th className="font-normal">{texts.answer}</th>
        </tr>
      </thead>
      <tbody>
        {view.moves.map((m, i) => (
          <tr key={m.id} className="border-b border-line">
            <td className="py-1 pr-4 whitespace-nowrap">{m.title}</td>
            <td className="pr-4 font-narrow text-lead">{percent('way', i + 1)}</td>
            <td className="pr-4 font-narrow text-lead whitespace-nowrap">
              {`${percent('off-low', i + 1)} / ${percent('off-high', i + 1)}`}
            </td>
            <td>{answer(i + 1) || texts.nothing}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

/** What was commanded of each actuator beside where it was, and both pressures, over the drive. */
function Courses({ view }: { view: TrialView }) {
  const way = useConversion()('kPa')
  const { rows } = seenOf(view)
  if (rows.length < 2) return null
  const at = rows.map((r) => r.at)
  const scaled = (all: (number | null)[]) => all.map((v) => (v === null ? null : v * way.factor))
  return (
    <section className="mt-3 max-w-[980px]">
      <p className="text-small" aria-hidden>
        <b className="mr-4 font-bold">{texts.is}</b>
        <span className="text-ink-2">{`%; - - - ${texts.commanded}`}</span>
      </p>
      <div className="grid gap-4 sm:grid-cols-2">
        {view.moves.map((m, i) => (
          <figure key={m.id}>
            <figcaption className="text-small font-semibold">{m.title}</figcaption>
            <Plot
              data={
                [
                  at,
                  rows.map((r) => known(r.measured[i])),
                  rows.map((r) => known(r.commanded[i])),
                ] as uPlot.AlignedData
              }
              height={150}
              name={texts.open(m.title)}
              xLabel={texts.seconds}
              series={[
                { label: texts.is, unit: '%', tone: '--ink' },
                { label: texts.commanded, unit: '%', tone: '--ink', dash: [6, 5] },
              ]}
            />
          </figure>
        ))}
      </div>
      <figure className="mt-3">
        <figcaption className="text-small">
          <b className="mr-4 font-bold">{texts.charge}</b>
          <b className="mr-4 font-semibold text-petrol">{texts.exhaust}</b>
          <span className="text-ink-2">{way.unit}</span>
        </figcaption>
        <Plot
          data={
            [
              at,
              scaled(rows.map((r) => known(r.intake))),
              scaled(rows.map((r) => known(r.exhaust))),
            ] as uPlot.AlignedData
          }
          height={190}
          name={texts.pressures}
          xLabel={texts.seconds}
          series={[
            { label: texts.charge, unit: way.unit, tone: '--ink' },
            { label: texts.exhaust, unit: way.unit, tone: '--petrol' },
          ]}
        />
      </figure>
    </section>
  )
}

const orderOf = (view: TrialView) => {
  const now = stageNow(seenOf(view))
  return view.stage === 'RUNNING' && now ? texts.stages[now.kind] : view.title
}

/** What the air path from a drive adds to the page of a test. */
export const airdrive: Board = {
  Board: AirDriveBoard,
  ownAnswer: () => true,
  ownProgress: true,
  headline: orderOf,
  heard: (view) => ({
    state: `${view.stage} ${stageNow(seenOf(view))?.kind ?? ''}`,
    tone: view.stage === 'ENDED' ? 'look' : 'held',
  }),
  spoken: (view) => (view.stage === 'RUNNING' ? orderOf(view) : ''),
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theDrive },
    { head: texts.meaning, text: texts.whatItMeans },
  ],
}
