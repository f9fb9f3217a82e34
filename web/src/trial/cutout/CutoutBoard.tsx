import { type Board, type BoardProps } from '../boards'
import { Cylinders } from './Cylinders'
import type { CutoutSeen } from './seen'
import { seenOf } from './seen'
import { texts } from './words'

const SPEEDS = [700, 900, 1100]

/** The cylinders with what each does, and the speed that is held. */
function CutoutBoard({ view, act, far }: BoardProps) {
  const seen = seenOf(view)
  return (
    <>
      <Cylinders view={view} act={act} far={far ?? false} />
      {act && (
        <div className={`mt-3 flex flex-wrap items-center gap-2 ${far ? 'text-[26px]' : ''}`}>
          <button
            className={`btn btn-main ${far ? 'min-h-20 px-8 text-[30px]' : ''}`}
            disabled={seen.off.length === 0}
            onClick={() => act('all-on')}
          >
            {texts.letAllCylindersFire}
          </button>
          {!far && seen.allowed < 3 && seen.cylinders > 4 && (
            <button className="btn" onClick={() => act('allow-most')}>
              {texts.allowThreeAtATime}
            </button>
          )}
          {!far && typeof seen.speedFrom === 'number' && <HeldSpeed seen={seen} act={act} />}
        </div>
      )}
    </>
  )
}

function HeldSpeed({ seen, act }: { seen: CutoutSeen; act: (line: string) => void }) {
  const held = typeof seen.heldRpm === 'number' ? seen.heldRpm : undefined
  const from = Number(seen.speedFrom)
  const to = Number(seen.speedTo)
  return (
    <span className="ml-auto flex items-center gap-2" role="group" aria-label={texts.speed}>
      <span className="text-ink-2">{texts.speed}</span>
      <button className="btn" aria-pressed={held === undefined} onClick={() => act('speed idle')}>
        {texts.idle}
      </button>
      {SPEEDS.filter((s) => s >= from && s <= to).map((s) => (
        <button key={s} className="btn" aria-pressed={held === s} onClick={() => act(`speed ${s}`)}>
          {texts.rpm(s.toLocaleString())}
        </button>
      ))}
    </span>
  )
}

/** What the hand cutout adds to the page of a test. */
export const cutout: Board = {
  Board: CutoutBoard,
  keys: (view, act) => {
    const { off, cylinders } = seenOf(view)
    return Object.fromEntries(
      Array.from({ length: Math.min(9, cylinders) }, (_, i) => i + 1).map((n) => [
        String(n),
        () => act(`${off.includes(n) ? 'on' : 'off'} ${n}`),
      ]),
    )
  },
  headline: (view) => {
    const { off } = seenOf(view)
    if (off.length > 0) return texts.cylinderOff(off.join(' and '))
    return view.stage === 'RUNNING' ? texts.allFire : view.title
  },
  heard: (view) => {
    const { off } = seenOf(view)
    return {
      state: `${view.stage} ${off.join()}`,
      tone: view.stage === 'ENDED' ? 'look' : off.length > 0 ? 'held' : 'free',
    }
  },
  // Speed, and what the governor injects for it: the values of the pack in their order, then what is read.
  values: (view) => [0, view.trace.names.length - 1],
  why: (view) => [
    { head: texts.howItIsFound, text: texts.aCylinderThatIsOffDoes },
    {
      head: texts.normal,
      text: texts.allAlikeWithinTheNoiseBelow(Math.round(100 * (view.figures['weak-below'] ?? 0))),
    },
    ...(view.stage === 'RUNNING'
      ? [
          {
            head: texts.now,
            text: seenOf(view).settled
              ? texts.speedAndFuellingAreKnownWith
              : texts.waitingUntilTheGovernorHasCome,
          },
        ]
      : []),
  ],
}
