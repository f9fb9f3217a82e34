import { Segmented } from '../../shared/Segmented'
import { Mark, type MarkLook } from '../../shared/Mark'
import type { TrialView } from '../../api/client'
import { useSaid } from '../../shared/said'
import type { Board, BoardProps } from '../boards'
import { verdicts } from '../words'
import { type Eye, type LampSeen, seenOf } from './seen'
import { eyes, texts } from './words'

const MARKS: Record<TrialView['judgement']['verdict'], MarkLook> = {
  PASS: '',
  FAIL: 'filled',
  CANNOT_TELL: 'dotted',
}

/** The lamps: the bus says what is commanded, the eye says what lights. */
function LampsBoard({ view, act, far }: BoardProps) {
  const { looking, lamps } = seenOf(view)
  if (!looking) return null
  return (
    <ul className={far ? 'max-h-[60vh] overflow-y-auto text-far-fine' : ''}>
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
        <b className="text-large font-semibold">{l.title}</b>
        {seen && part ? (
          <Mark look={MARKS[part.verdict]} className="mt-0.5">
            {verdicts[part.verdict]}
          </Mark>
        ) : (
          <span />
        )}
        <span className="text-small">
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
        <Segmented
          className="mt-2"
          label={texts.whatTheDid(l.title.toLowerCase())}
          value={seen ?? ''}
          choices={Object.entries(eyes)}
          onChoose={(eye) => onSeen(eye as Eye)}
        />
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
