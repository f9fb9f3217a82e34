import type { TrialMeasured, TrialView } from '../../api/client'
import { Button } from '../../shared/Button'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { seenOf } from './seen'
import { texts, whys } from './words'

const PRESSURE = 'crankcase'
const CURES = 'cures'
const UNEVEN = 'uneven'
/** Room that the scale leaves beyond the largest figure. */
const ROOM = 1.15

/** The pulls one under the other: what was off, the pressure at equal load, what was left out. */
function LoadedBoard({ view, act, far = false }: BoardProps) {
  const acting = view.stage === 'RUNNING'
  return (
    <>
      {acting && <Order view={view} act={act} far={far} />}
      {!(far && acting) && <Pulls view={view} act={acting ? act : undefined} far={far} />}
      {!far && <LeftOut view={view} act={acting ? act : undefined} />}
    </>
  )
}

/** What is to be done now, to be read from the driver's seat. */
function Order({
  view,
  act,
  far,
}: {
  view: TrialView
  act: ((line: string) => void) | undefined
  far: boolean
}) {
  const seen = seenOf(view)
  const planned = seen.cylinders + 2
  return (
    <div className={far ? '' : 'my-3'} role="status">
      <b
        className={`block font-narrow leading-none font-semibold ${far ? 'text-far-order' : 'text-far-figure'}`}
      >
        {orderOf(view)}
      </b>
      <span className={`font-narrow ${far ? 'text-far-huge' : 'text-far-head'}`}>
        {seen.next < 0 ? '' : seen.next === 0 ? texts.allFire : texts.off(seen.next)}
      </span>
      {!far && (
        <span className="mt-1 flex items-center gap-4">
          <span className="text-ink-2">{texts.pulls(Math.min(seen.done.length, planned), planned)}</span>
          {act && seen.next >= 0 && !seen.pulling && (
            <Button onClick={() => act('skip')}>{texts.passOver}</Button>
          )}
        </span>
      )}
    </div>
  )
}

function orderOf(view: TrialView): string {
  const seen = seenOf(view)
  if (seen.next < 0) return texts.done
  if (seen.pulling) return texts.hold
  return seen.byLoad ? texts.loadNow : texts.pullNow
}

function Pulls({
  view,
  act,
  far,
}: {
  view: TrialView
  act: ((line: string) => void) | undefined
  far: boolean
}) {
  const show = useShow()
  const seen = seenOf(view)
  const of = (name: string, off: number) =>
    view.judgement.measured.find((m) => m.name === name && m.place === off)
  const normal = view.figures['normal'] ?? 0
  const most =
    ROOM *
    Math.max(normal, ...view.judgement.measured.filter((m) => m.name === PRESSURE).map((m) => m.value ?? 0))
  const limit = show(normal, 'kPa', 1)
  return (
    <>
      {!far && <h3 className="mt-3 text-small text-ink-2">{texts.pressureAtEqualLoad}</h3>}
      <ol className={`border-t border-line-strong ${far ? '' : 'max-w-[920px]'}`}>
        {Array.from({ length: seen.cylinders + 1 }, (_, off) => (
          <li
            key={off}
            className={`grid items-center gap-x-4 border-b border-line ${far ? 'grid-cols-[12rem_1fr_14rem]' : 'grid-cols-[9rem_1fr_6rem_11rem_7rem] py-1'} ${
              view.stage === 'RUNNING' && seen.next === off ? 'border-b-[6px] border-b-amber' : ''
            }`}
          >
            <span className={far ? 'font-narrow text-far-text font-semibold' : 'font-semibold'}>
              {off === 0 ? texts.allFire : far ? texts.offShort(off) : texts.off(off)}
            </span>
            <Bar
              pressure={of(PRESSURE, off)}
              normal={normal}
              most={most}
              cures={of(CURES, off)?.verdict === 'FAIL'}
            />
            <span className={`font-narrow ${far ? 'text-far-text' : 'text-lead'}`}>
              {shown(of(PRESSURE, off), show)}
            </span>
            {!far && (
              <>
                <span className="text-small">
                  <Falls of={of(CURES, off)} />
                  <UnevenCycles of={of(UNEVEN, off)} all={off === 0} />
                </span>
                <span>
                  {act && !seen.pulling && seen.done.includes(off) && seen.next !== off && (
                    <Button onClick={() => act(`again ${off}`)}>{texts.again}</Button>
                  )}
                </span>
              </>
            )}
          </li>
        ))}
      </ol>
      {!far && (
        <p className="mt-1 text-small text-ink-2">{texts.normalUpTo(`${limit.figure} ${limit.unit}`)}</p>
      )}
    </>
  )
}

function shown(m: TrialMeasured | undefined, show: ReturnType<typeof useShow>): string {
  if (m?.value == null) return ''
  const s = show(m.value, m.unit, 2)
  return `${s.figure} ${s.unit}`
}

const signed = (n: number) => (n > 0 ? `+${n}` : n < 0 ? `−${-n}` : '0')

function Falls({ of }: { of: TrialMeasured | undefined }) {
  if (of?.value == null) return null
  if (of.verdict === 'FAIL') return <b>{texts.cures}</b>
  return (
    <span className="text-ink-2">
      {texts.changesBy(signed(-Math.round(of.value)), (of.plusMinus ?? 0).toFixed(0))}
    </span>
  )
}

/** How many of the cycles were uneven, where the segments are timed. */
function UnevenCycles({ of, all }: { of: TrialMeasured | undefined; all: boolean }) {
  if (of?.value == null) return null
  if (of.verdict === 'FAIL' && !all) return <b className="block">{texts.runsEvenly}</b>
  return <span className="block text-ink-2">{texts.unevenCycles(of.value.toFixed(0))}</span>
}

function Bar({
  pressure,
  normal,
  most,
  cures,
}: {
  pressure: TrialMeasured | undefined
  normal: number
  most: number
  cures: boolean
}) {
  return (
    <span className="relative block h-7" aria-hidden>
      {pressure?.value != null && (
        <span
          className={`absolute inset-y-1 left-0 border-2 border-ink ${cures ? 'bg-ink' : 'bg-petrol-soft'}`}
          style={{ width: `${(100 * pressure.value) / most}%` }}
        />
      )}
      <span
        className="absolute inset-y-0 border-l-2 border-dotted border-ink-2"
        style={{ left: `${(100 * normal) / most}%` }}
      />
    </span>
  )
}

/** Stretches that were not compared, why, and the way to pull them again. */
function LeftOut({ view, act }: { view: TrialView; act: ((line: string) => void) | undefined }) {
  const seen = seenOf(view)
  const out = view.judgement.measured.filter((m) => m.name in whys)
  if (out.length === 0) return null
  return (
    <section className="mt-4 max-w-[920px]">
      <h3 className="font-semibold">{texts.leftOut}</h3>
      <ul>
        {out.map((m, i) => (
          <li
            key={i}
            className="grid grid-cols-[9rem_7rem_1fr_7rem] items-center border-b border-line py-1 text-small"
          >
            <span>{m.place === 0 ? texts.allFire : texts.off(m.place)}</span>
            <span className="text-ink-2">{texts.atSecond(Math.round(m.value ?? 0))}</span>
            <span>{whys[m.name]}</span>
            <span>
              {act && !seen.pulling && seen.next !== m.place && (
                <Button onClick={() => act(`again ${m.place}`)}>{texts.again}</Button>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** What the cutout under load adds to the page of a test. */
export const loaded: Board = {
  Board: LoadedBoard,
  ownProgress: true,
  headline: (view) => {
    if (view.stage !== 'RUNNING') return view.title
    const seen = seenOf(view)
    return texts.pulls(seen.done.length, Math.max(seen.done.length, seen.cylinders + 2))
  },
  heard: (view) => {
    const { pulling, next } = seenOf(view)
    return {
      state: `${view.stage} ${next} ${pulling}`,
      tone: view.stage === 'ENDED' ? 'look' : pulling ? 'held' : 'free',
    }
  },
  spoken: (view) => {
    const seen = seenOf(view)
    if (view.stage !== 'RUNNING') return ''
    if (seen.next < 0 || seen.pulling) return orderOf(view)
    return `${seen.next === 0 ? texts.allFire : texts.off(seen.next)}. ${orderOf(view)}.`
  },
  values: (view) => [0, Math.min(1, view.trace.names.length - 1)],
  why: () => [
    { head: texts.howItIsFound, text: texts.theSamePull },
    { head: texts.normal, text: texts.soundIs },
  ],
}
