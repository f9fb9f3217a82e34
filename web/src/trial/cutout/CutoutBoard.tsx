import { Segmented } from '../../shared/Segmented'
import { Button } from '../../shared/Button'
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
        <div className={`mt-3 flex flex-wrap items-center gap-2 ${far ? 'text-far-fine' : ''}`}>
          <Button
            main
            className={`${far ? 'min-h-20 px-8 text-far-text' : ''}`}
            disabled={seen.off.length === 0}
            onClick={() => act('all-on')}
          >
            {texts.letAllCylindersFire}
          </Button>
          {!far && seen.allowed < 3 && seen.cylinders > 4 && (
            <Button onClick={() => act('allow-most')}>{texts.allowThreeAtATime}</Button>
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
    <span className="ml-auto flex items-center gap-2">
      <span className="text-ink-2">{texts.speed}</span>
      <Segmented
        label={texts.speed}
        value={held === undefined ? 'idle' : String(held)}
        choices={[
          ['idle', texts.idle] as const,
          ...SPEEDS.filter((s) => s >= from && s <= to).map(
            (s) => [String(s), texts.rpm(s.toLocaleString())] as const,
          ),
        ]}
        onChoose={(s) => act(`speed ${s}`)}
      />
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
