import type { EarlierRun, TrialMeasured, TrialView } from '../../api/client'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { earlierOf } from '../earlier'
import { type CompressionSeen, seenOf } from './seen'
import { texts } from './words'

const SHARE = 'compression'
/** Top of the scale, percent. */
const MOST = 115

const ORDERS: Record<CompressionSeen['stage'], string> = {
  PREPARES: texts.wait,
  CRANK: texts.crankNow,
  KEEP_CRANKING: texts.keepCranking,
  CRANK_AGAIN: texts.crankAgain,
  LET_GO: texts.letGo,
  DONE: texts.letGo,
}

/** What to do with the key while it goes on, then the cylinders side by side. */
function CompressionBoard({ view, far = false, earlier }: BoardProps) {
  const shares = view.judgement.measured.filter((m) => m.name === SHARE)
  const seen = seenOf(view)
  const acting = view.stage === 'RUNNING' || view.stage === 'OPENING'
  return (
    <>
      {acting && <Order seen={seen} far={far} />}
      {shares.length > 0 && !(far && acting) && (
        <Cylinders shares={shares} far={far} before={earlierOf(view, earlier)} />
      )}
      {!far && shares.length > 0 && <Beside view={view} />}
    </>
  )
}

function Order({ seen, far }: { seen: CompressionSeen; far: boolean }) {
  const counts = seen.stage === 'KEEP_CRANKING' || seen.stage === 'CRANK_AGAIN'
  return (
    <div className={far ? '' : 'my-3'} role="status">
      <b
        className={`block font-narrow leading-none font-semibold ${far ? 'text-far-order' : 'text-far-figure'}`}
      >
        {ORDERS[seen.stage]}
      </b>
      {counts && (
        <span className={`font-narrow ${far ? 'text-far-huge' : 'text-far-head'}`}>
          {texts.countOf(Math.min(seen.cycles.length, seen.wanted), seen.wanted)}
        </span>
      )}
    </div>
  )
}

function Cylinders({
  shares,
  far,
  before,
}: {
  shares: TrialMeasured[]
  far: boolean
  before: EarlierRun | undefined
}) {
  const limit = shares[0]?.low ?? 0
  // Every column is as high as the others, whatever stands in it: the limit is one line.
  const many = shares.length > 6
  const crowd = shares.length > 8
  const size = far ? (many ? 'text-far-figure' : 'text-far-huge') : many ? 'text-far' : 'text-far-head'
  return (
    <ol
      className={`grid border-b-2 border-ink ${far ? '' : 'max-w-[900px]'}`}
      style={{ gridTemplateColumns: `repeat(${shares.length}, minmax(0, 1fr))` }}
    >
      {shares.map((m) => {
        const value = m.value ?? 0
        const low = m.verdict === 'FAIL'
        const was = before?.figures.find((f) => f.name === SHARE && f.place === m.place)
        return (
          <li key={m.place} className={`flex flex-col text-center whitespace-nowrap ${crowd ? '' : 'px-2'}`}>
            <b className={`font-narrow leading-none font-semibold ${size} ${low ? 'text-grave' : ''}`}>
              {Math.round(value)}
              {!far && !crowd && <span className="text-lead text-ink-3"> %</span>}
            </b>
            <span className={`${far ? 'text-far-fine' : 'text-small'} ${low ? 'font-bold' : 'text-ink-2'}`}>
              {low ? texts.low : m.plusMinus == null ? ' ' : texts.plusMinus(m.plusMinus.toFixed(1))}
            </span>
            <span className={`relative mt-1 block ${far ? 'h-64' : 'h-40'}`} aria-hidden>
              <span
                className={`absolute bottom-0 left-1/2 w-12 -translate-x-1/2 border-2 border-ink ${low ? 'bg-ink' : 'bg-petrol-soft'}`}
                style={{ height: `${(100 * Math.min(MOST, value)) / MOST}%` }}
              />
              {was && (
                <span
                  className="absolute left-1/2 h-1 w-20 -translate-x-1/2 border-y-2 border-dotted border-ink"
                  style={{ bottom: `${(100 * Math.min(MOST, was.value)) / MOST}%` }}
                />
              )}
              <span
                className={`absolute inset-x-0 border-t border-ink-2 ${crowd ? '' : '-mx-2'}`}
                style={{ bottom: `${(100 * limit) / MOST}%` }}
              />
            </span>
            <span className={`font-semibold ${far ? 'text-far-text' : ''}`}>
              {far || crowd ? m.place : texts.cylinder(m.place)}
            </span>
            {before && !far && (
              <span className="text-small text-ink-2">
                {was ? texts.before(Math.round(was.value)) : '\u00a0'}
              </span>
            )}
          </li>
        )
      })}
    </ol>
  )
}

/** Crank speed, dip and supply. */
function Beside({ view }: { view: TrialView }) {
  const show = useShow()
  const of = (name: string) => view.judgement.measured.find((m) => m.name === name)
  const rows: [string, TrialMeasured | undefined, number][] = [
    [texts.crankSpeed, of('crank-speed'), 0],
    [texts.dipOfAMedianCompression, of('dip'), 0],
    [texts.lowestSupply, of('supply-least'), 1],
  ]
  return (
    <>
      <p className="mt-1 text-small text-ink-2">{texts.theMedianIs}</p>
      <dl className="mt-2 flex flex-wrap gap-x-8">
        {rows.map(([title, m, decimals]) => {
          if (m?.value == null) return null
          const shown = show(m.value, m.unit, decimals)
          return (
            <div key={title} className="flex items-baseline gap-2">
              <dt className="text-ink-2">{title}</dt>
              <dd>
                <b className="font-narrow text-lead font-semibold">{shown.figure}</b>{' '}
                <span className="text-small text-ink-2">{shown.unit}</span>
              </dd>
            </div>
          )
        })}
      </dl>
    </>
  )
}

/** What the relative compression adds to the page of a test. */
export const compression: Board = {
  Board: CompressionBoard,
  ownProgress: true,
  heard: (view) => {
    const { stage } = seenOf(view)
    return {
      state: `${view.stage} ${stage}`,
      tone:
        view.stage === 'ENDED'
          ? 'look'
          : stage === 'KEEP_CRANKING'
            ? 'held'
            : stage === 'LET_GO'
              ? 'alarm'
              : 'look',
    }
  },
  spoken: (view) => (view.stage === 'RUNNING' ? ORDERS[seenOf(view).stage] : ''),
  values: () => [0, 1],
  why: (view) => [
    { head: texts.howItIsFound, text: texts.eachCompressionSlowsTheCrank },
    { head: texts.normal, text: texts.soundIs(Math.round(view.figures['low-below'] ?? 0)) },
    { head: texts.allLowTogether, text: texts.relativeCannotSee },
  ],
}
