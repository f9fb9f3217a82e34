import type uPlot from 'uplot'
import type { TrialMeasured, TrialView } from '../../api/client'
import { Plot } from '../../shared/Plot'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { type DriveMoment, known, secondsLeft, seenOf, stageNow } from './seen'
import { texts } from './words'

const SECONDS_A_MINUTE = 60
/** A change of load makes what is gone jump: it is drawn within these bounds, percent. */
const LEAST_DRAWN = -20
const MOST_DRAWN = 100

/** The drive plan, what the sensors tell, and what it comes to. */
function ConversionBoard({ view, far = false }: BoardProps) {
  const { course } = seenOf(view)
  const last = course.at(-1)
  return (
    <>
      {view.stage === 'RUNNING' && <Plan view={view} far={far} />}
      {far ? <Now view={view} last={last} /> : <Gases view={view} last={last} />}
      {!far && <Course course={course} />}
      {!far && <Stretches view={view} />}
      {!far && <Figures view={view} />}
    </>
  )
}

function Plan({ view, far }: { view: TrialView; far: boolean }) {
  const show = useShow()
  const seen = seenOf(view)
  const now = stageNow(seen)
  return (
    <ol className={`grid grid-cols-3 ${far ? 'my-4 text-far-fine' : 'my-3 max-w-[900px]'}`}>
      {seen.plan.map((s) => {
        const current = s === now
        const done = typeof s.done === 'number' ? s.done : 0
        const share = s.over ? 1 : Math.max(0, Math.min(1, done / s.wanted))
        const left = secondsLeft(s)
        const warm = show(done, '°C', 0)
        const of = show(s.wanted, '°C', 0)
        return (
          <li
            key={s.kind}
            aria-current={current ? 'step' : undefined}
            className={`relative border-t-4 border-line pt-1 pr-2 ${current ? 'font-bold' : s.over ? '' : 'text-ink-2'}`}
          >
            <span
              className={`absolute -top-1 left-0 h-1 ${current ? 'bg-petrol' : 'bg-ink'}`}
              style={{ width: `${100 * share}%` }}
            />
            {texts.plan[s.kind]}{' '}
            <span className="font-normal whitespace-nowrap">
              {s.over
                ? ''
                : s.kind === 'WARM'
                  ? `${warm.figure} / ${of.figure} ${of.unit}`
                  : left === 0
                    ? texts.settles
                    : texts.left(left ?? s.wanted)}
            </span>
          </li>
        )
      })}
    </ol>
  )
}

function Now({ view, last }: { view: TrialView; last: DriveMoment | undefined }) {
  const show = useShow()
  const drives = (view.figures['cruise'] ?? 0) > 0
  const speed = drives ? last?.kmh : last?.rpm
  const said = typeof speed === 'number' ? show(speed, drives ? 'km/h' : 'rpm', 0) : undefined
  const gone = known(last?.converted)
  const left = secondsLeft(stageNow(seenOf(view)))
  return (
    <div className="grid grid-cols-2 items-baseline text-far">
      <p>
        <b className="mr-6 font-narrow text-far-order leading-none font-semibold">
          {said?.figure ?? texts.nothing}
        </b>
        {said?.unit}
      </p>
      {view.stage === 'RUNNING' && left !== undefined && left > 0 && (
        <p>
          <b className="mr-6 font-narrow text-far-order leading-none font-semibold">{left}</b>
          {texts.secondsLeft}
        </p>
      )}
      <p className="col-span-2 text-far-text">
        {texts.conversion} {gone === undefined ? texts.nothing : `${gone.toFixed(0)} %`}
      </p>
    </div>
  )
}

function Gases({ view, last }: { view: TrialView; last: DriveMoment | undefined }) {
  const show = useShow()
  const all = view.judgement.measured.find((m) => m.name === 'conversion')
  const ended = view.stage === 'ENDED'
  const meanOf = (name: string) => view.judgement.measured.find((m) => m.name === name)?.value ?? undefined
  const gone = ended ? (all?.value ?? undefined) : known(last?.converted)
  const gas = last && typeof last.celsius === 'number' ? show(last.celsius, '°C', 0) : undefined
  const ppm = (v: number | undefined) => (v === undefined ? texts.nothing : `${v.toFixed(0)} ppm`)
  const columns: [string, string, string | undefined][] = [
    [
      texts.before,
      ppm(ended ? meanOf('before') : known(last?.before)),
      last && texts.sensors[last.beforeState],
    ],
    [
      texts.behind,
      ppm(ended ? meanOf('behind') : known(last?.behind)),
      last && texts.sensors[last.behindState],
    ],
    [
      texts.converted,
      gone === undefined ? texts.nothing : `${gone.toFixed(0)} %`,
      ended && all?.plusMinus != null ? texts.plusMinus(`${all.plusMinus.toFixed(1)} %`) : undefined,
    ],
    [texts.gas, gas ? `${gas.figure} ${gas.unit}` : texts.nothing, undefined],
  ]
  return (
    <ol className="my-3 grid max-w-[900px] grid-cols-4 border-y border-line-strong">
      {columns.map(([title, value, beside]) => (
        <li key={title} className="border-r border-line px-3 py-2 last:border-r-0">
          <span className="text-small text-ink-2">{title}</span>
          <p className="leading-none whitespace-nowrap">
            <b className="font-narrow text-far-head font-semibold">{value}</b>
          </p>
          <span className="block min-h-5 text-small text-ink-2">{beside}</span>
        </li>
      ))}
    </ol>
  )
}

function Course({ course }: { course: DriveMoment[] }) {
  if (course.length < 2) return null
  const drawn = (v: number | undefined) =>
    v === undefined ? null : Math.max(LEAST_DRAWN, Math.min(MOST_DRAWN, v))
  return (
    <figure>
      <figcaption className="text-small">
        <b className="mr-2 font-semibold">{texts.before}</b>
        <b className="mr-2 font-semibold text-petrol">{texts.behind}</b>
        <span className="mr-4">{texts.ppm}</span>
        <b className="mr-2 font-semibold text-ink-2">{texts.conversion}</b>
        <span>%</span>
      </figcaption>
      <Plot
        data={
          [
            course.map((m) => m.seconds / SECONDS_A_MINUTE),
            course.map((m) => known(m.before) ?? null),
            course.map((m) => known(m.behind) ?? null),
            course.map((m) => drawn(known(m.converted))),
          ] as uPlot.AlignedData
        }
        series={[
          { label: texts.before, unit: 'ppm', scale: 'ppm', tone: '--ink' },
          { label: texts.behind, unit: 'ppm', scale: 'ppm', tone: '--petrol' },
          { label: texts.conversion, unit: '%', scale: '%', tone: '--ink-2', dash: [8, 5] },
        ]}
        height={210}
        name={texts.conversionOverTheDrive}
        xLabel={texts.minutes}
      />
    </figure>
  )
}

function Stretches({ view }: { view: TrialView }) {
  const show = useShow()
  const all = view.judgement.measured.filter((m) => m.name === 'stretch')
  if (all.length === 0) {
    return view.stage === 'RUNNING' ? <p className="mt-2 text-small text-ink-2">{texts.noSteadyYet}</p> : null
  }
  const of = (name: string, place: number) =>
    view.judgement.measured.find((m) => m.name === name && m.place === place)?.value ?? undefined
  return (
    <table className="mt-3 w-full max-w-[860px] text-left">
      <caption className="text-left text-small text-ink-2">{texts.stretches}</caption>
      <thead>
        <tr className="border-b border-line-strong text-small text-ink-2">
          <th className="py-1 font-normal" />
          <th className="font-normal">{texts.converted}</th>
          <th className="font-normal">{texts.gas}</th>
          <th className="font-normal">{texts.lasted}</th>
        </tr>
      </thead>
      <tbody>
        {all.map((m) => {
          const gas = of('stretch-celsius', m.place)
          const warm = gas === undefined ? undefined : show(gas, '°C', 0)
          return (
            <tr key={m.place} className="border-b border-line">
              <td className="py-1">{texts.stretch(m.place)}</td>
              <td className="font-narrow text-lead">
                {(m.value ?? 0).toFixed(0)} %{' '}
                {m.plusMinus != null && (
                  <span className="text-small text-ink-2">
                    {texts.plusMinus(`${m.plusMinus.toFixed(1)} %`)}
                  </span>
                )}
              </td>
              <td>{warm ? `${warm.figure} ${warm.unit}` : texts.nothing}</td>
              <td>{(of('stretch-seconds', m.place) ?? 0).toFixed(0)} s</td>
            </tr>
          )
        })}
      </tbody>
    </table>
  )
}

/** Which figures stand in the table, with their decimals. */
const ROWS: [string, string, number][] = [
  ['zero-before', texts.without['zero-before'], 1],
  ['zero-behind', texts.without['zero-behind'], 1],
  ['ammonia', texts.ammonia, 0],
  ['raw', texts.raw, 0],
  ['oxygen', texts.oxygen, 1],
  ['delay', texts.delay, 0],
]

function Figures({ view }: { view: TrialView }) {
  const rows = ROWS.flatMap(([name, title, decimals]) => {
    const m = view.judgement.measured.find((f) => f.name === name)
    return m?.value == null ? [] : [{ m, title, decimals }]
  })
  if (rows.length === 0) return null
  return (
    <table className="mt-3 w-full max-w-[860px] text-left">
      <tbody>
        {rows.map(({ m, title, decimals }) => (
          <tr key={m.name} className="border-b border-line">
            <td className="py-1">{title}</td>
            <td className={`font-narrow text-lead ${m.verdict === 'FAIL' ? 'font-bold text-grave' : ''}`}>
              {signed(m.value ?? 0, decimals)} {m.unit}
            </td>
            <td className="text-small text-ink-2">{limit(m)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}

const signed = (value: number, decimals: number) => value.toFixed(decimals).replace('-', '−')

const limit = (m: TrialMeasured) => (m.high != null ? texts.most(`${m.high.toFixed(0)} ${m.unit}`) : '')

const orderOf = (view: TrialView) => {
  const now = stageNow(seenOf(view))
  return view.stage === 'RUNNING' && now ? texts.plan[now.kind] : view.title
}

/** What the conversion adds to the page of a test. */
export const conversion: Board = {
  Board: ConversionBoard,
  ownAnswer: () => true,
  headline: orderOf,
  heard: (view) => ({
    state: `${view.stage} ${stageNow(seenOf(view))?.kind ?? ''}`,
    tone: view.stage === 'ENDED' ? 'look' : 'held',
  }),
  spoken: (view) => (view.stage === 'RUNNING' ? orderOf(view) : ''),
  ownProgress: true,
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theDrive },
    { head: texts.normal, text: texts.sound },
  ],
}
