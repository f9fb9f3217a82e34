import type { TrialView } from '../../api/client'
import { useSaid } from '../../shared/said'
import type { Board, BoardProps } from '../boards'
import { verdicts } from '../words'
import { type Eye, type LampSeen, seenOf } from './seen'
import { eyes, texts } from './words'

const MARKS: Record<TrialView['judgement']['verdict'], string> = {
  PASS: '',
  FAIL: 'mark-filled',
  CANNOT_TELL: 'mark-dotted',
}

/** The lamps: the bus says what is commanded, the eye says what lights. */
function LampsBoard({ view, act, far }: BoardProps) {
  const { looking, lamps } = seenOf(view)
  if (!looking) return null
  return (
    <ul className={far ? 'max-h-[60vh] overflow-y-auto text-[26px]' : ''}>
      {lamps.map((l) => (
        <Row
          key={l.id}
          lamp={l}
          part={view.judgement.parts.find((p) => p.id === l.id)}
          onSeen={act && ((seen) => act(`seen ${l.id} ${seen}`))}
        />
      ))}
    </ul>
  )
}

/** What the modules said about a lamp, in few words. */
function commanded(l: LampSeen): string {
  return l.by
    .map((c) => {
      if (!c.heard) return texts.silent(c.title)
      if (!c.told) return texts.saysNothingOfIt(c.title)
      return texts.toldAndDid(c.title, c.lit ? (c.out ? texts.onThenOff : texts.on) : texts.off)
    })
    .join(' · ')
}

function Row({
  lamp: l,
  part,
  onSeen,
}: {
  lamp: LampSeen
  part: TrialView['judgement']['parts'][number] | undefined
  onSeen: ((seen: Eye) => void) | undefined
}) {
  const said = useSaid()
  const seen = l.seen === 'NOT_ASKED' ? undefined : l.seen
  return (
    <li className="border-b border-line py-2.5">
      <div className="grid grid-cols-[210px_110px_1fr] items-start gap-x-4 max-[900px]:grid-cols-[1fr_110px]">
        <b className="text-[18px] font-semibold">{l.title}</b>
        {seen && part ? (
          <span className={`mark mt-0.5 ${MARKS[part.verdict]}`}>{verdicts[part.verdict]}</span>
        ) : (
          <span />
        )}
        <span className="text-[15px]">
          {seen && part && <span className="block">{said(part.says)}</span>}
          <span className="block text-ink-2">
            {commanded(l)}
            {seen && !onSeen && texts.you(eyes[seen].toLowerCase())}
          </span>
          {seen && !onSeen && part && part.verdict !== 'PASS' && (
            <span className="block">{said(part.next)}</span>
          )}
        </span>
      </div>
      {onSeen && (
        <div
          className="mt-2 flex flex-wrap gap-2"
          role="group"
          aria-label={texts.whatTheDid(l.title.toLowerCase())}
        >
          {(Object.keys(eyes) as Eye[]).map((s) => (
            <button key={s} className="btn" aria-pressed={seen === s} onClick={() => onSeen(s)}>
              {eyes[s]}
            </button>
          ))}
        </div>
      )}
    </li>
  )
}

/** What the lamp check adds to the page of a test. */
export const lamps: Board = {
  Board: LampsBoard,
  values: () => [],
  why: () => [
    { head: texts.whyLookAtLamps, text: texts.aLampThatNeverLightsWarns },
    { head: texts.howItIsJudged, text: texts.commandedOnAndDarkTheLamp },
  ],
}
