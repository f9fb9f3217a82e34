import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { earlierOf } from '../earlier'
import { ShareScale } from '../ShareScale'
import { seenOf } from './seen'
import { texts } from './words'

const STRENGTH = 'strength'

/** The cylinders side by side: what each makes of the same fuel, what it does now, what it gets more. */
function ContributionBoard({ view, far = false, earlier }: BoardProps) {
  const show = useShow()
  const seen = seenOf(view)
  const before = earlierOf(view, earlier)
  const of = (name: string, cylinder: number) =>
    view.judgement.measured.find((m) => m.name === name && m.place === cylinder)
  return (
    <>
      {view.stage === 'RUNNING' && (
        <p className={far ? 'text-far-text' : 'mb-1 text-ink-2'}>
          {texts.cutsDone(Math.min(seen.cuts.length, seen.planned), seen.planned)}
        </p>
      )}
      <ol
        className="grid border-y border-line-strong"
        style={{ gridTemplateColumns: `repeat(${seen.cylinders}, minmax(0, 1fr))` }}
      >
        {Array.from({ length: seen.cylinders }, (_, i) => i + 1).map((n) => {
          const strength = of(STRENGTH, n)
          const work = of('work', n)?.value
          const gets = of('correction', n)?.value
          const lost = of('speed-lost', n)
          const weak = strength?.verdict === 'FAIL'
          const was = before?.figures.find((f) => f.name === STRENGTH && f.place === n)
          return (
            <li
              key={n}
              className={`border-r border-line px-3 py-2 last:border-r-0 ${seen.off === n ? 'border-b-[6px] border-b-amber' : ''}`}
            >
              <span className={far ? 'text-far-text' : 'text-small text-ink-2'}>
                {far ? n : texts.cylinder(n)}
              </span>
              <p className="leading-none whitespace-nowrap">
                <b
                  className={`font-narrow font-semibold ${far ? 'text-far-huge' : 'text-far-head'} ${weak ? 'text-grave' : ''}`}
                >
                  {seen.off === n ? texts.off : strength?.value == null ? '–' : Math.round(strength.value)}
                </b>
                {seen.off !== n && strength?.value != null && <span className="text-ink-3"> %</span>}
              </p>
              {!far && strength && <ShareScale share={strength} />}
              {weak && <b className={far ? 'text-far-text' : 'text-small'}>{texts.weak}</b>}
              {!far && (
                <span className="block text-fine text-ink-2">
                  {work != null && <span className="block">{texts.works(Math.round(work))}</span>}
                  {gets != null && Math.abs(gets) >= 0.05 && (
                    <span className="block">
                      {texts.gets(`${gets > 0 ? '+' : '−'}${Math.abs(gets).toFixed(1)}`)}
                    </span>
                  )}
                  {lost?.value != null && (
                    <span className="block">{texts.rpmLost(show(lost.value, lost.unit, 0).figure)}</span>
                  )}
                  {was && <span className="block">{texts.before(Math.round(was.value))}</span>}
                </span>
              )}
            </li>
          )
        })}
      </ol>
    </>
  )
}

/** What the automatic cutout adds to the page of a test. */
export const contribution: Board = {
  Board: ContributionBoard,
  headline: (view) => {
    if (view.stage !== 'RUNNING') return view.title
    const { off } = seenOf(view)
    return off > 0 ? texts.cylinderOff(off) : texts.allFire
  },
  heard: (view) => {
    const { off } = seenOf(view)
    return {
      state: `${view.stage} ${off}`,
      tone: view.stage === 'ENDED' ? 'look' : off > 0 ? 'held' : 'free',
    }
  },
  values: (view) => [0, view.trace.names.length - 1],
  why: (view) => {
    const noise = view.judgement.measured.find((m) => m.name === 'noise')?.value
    return [
      { head: texts.howItIsFound, text: texts.eachIsOffInTurn },
      { head: texts.smoothRunning, text: texts.smoothRunningHides },
      { head: texts.normal, text: texts.soundIs(Math.round(view.figures['weak-below'] ?? 0)) },
      ...(noise == null ? [] : [{ head: texts.noise, text: texts.noiseAlone(noise.toFixed(1)) }]),
    ]
  },
}
