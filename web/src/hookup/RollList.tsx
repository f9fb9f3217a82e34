import { Mark, type MarkLook } from '../shared/Mark'
import { Link } from 'react-router'
import type { Module, Roll } from '../api/client'
import { count } from '../shared/words'
import { texts } from './words'

const ROLL_STATE: Record<Roll['state'], string> = {
  UNDER_WAY: texts.underWay,
  COMPLETE: 'complete',
  CUT_SHORT: texts.cutShortWhatWasFoundIs,
  BROKEN_OFF: texts.brokenOffWithTheLinkWhat,
}

/** How a module's presence is marked: never by colour alone. */
export function presence(m: Module): { mark: string; style: MarkLook } {
  if (m.presence === 'SILENT') return { mark: texts.silentMark, style: 'dotted' }
  if (m.presence === 'WAITED_FOR') return { mark: texts.waitedFor, style: 'quiet' }
  if (m.presence === 'NOT_ASKED') return { mark: texts.notAsked, style: 'quiet' }
  if (m.presence === 'SENDS_ONLY') return { mark: texts.sendsOnly, style: 'dotted' }
  return { mark: texts.answersMark, style: '' }
}

/** The roll: one line a module, filled as modules answer. */
export function RollList({
  roll,
  selected,
  onSelect,
  job,
}: {
  roll: Roll
  selected: string | undefined
  onSelect: (key: string) => void
  job: number
}) {
  const answered = roll.modules.filter((m) => m.presence === 'ANSWERS').length
  const silent = roll.modules.filter((m) => m.presence === 'SILENT').length
  return (
    <section aria-label={texts.roll}>
      <p className="mb-2 text-ink-2" aria-live="polite" data-state={roll.state}>
        {count(answered, 'module')} {answered === 1 ? texts.answers : texts.answer}
        {silent > 0 && texts.silent(silent)}
        {texts.rollCall(roll.full ? texts.full : texts.quick, ROLL_STATE[roll.state])}
        <span aria-live="off">{roll.seconds.toFixed(1)} s</span> · {roll.pack}
      </p>
      {roll.notes.map((n) => (
        <p key={n} className="mb-3 border-l-4 border-ink px-3 py-1 font-medium">
          {n}
        </p>
      ))}
      <ul>
        {roll.modules.map((m) => (
          <RollLine
            key={m.key}
            module={m}
            selected={m.key === selected}
            onSelect={() => onSelect(m.key)}
            job={job}
            full={roll.full}
          />
        ))}
      </ul>
    </section>
  )
}

function RollLine({
  module: m,
  selected,
  onSelect,
  job,
  full,
}: {
  module: Module
  selected: boolean
  onSelect: () => void
  job: number
  full: boolean
}) {
  const p = presence(m)
  const now = m.faults.filter((f) => f.state === 'ACTIVE').length
  const earlier = m.faults.length - now
  return (
    <li
      className={`grid grid-cols-[84px_1fr_auto] items-center gap-x-4 border-b border-line ${selected ? 'bg-petrol-soft' : ''}`}
    >
      <Mark look={p.style}>{p.mark}</Mark>
      <button className="min-h-[50px] py-1 text-left" aria-pressed={selected} onClick={onSelect}>
        <span className="text-lead font-semibold">{m.title}</span>
        <span className="ml-3 text-small text-ink-3">{texts.address(m.address)}</span>
        {m.unexpected && m.presence === 'ANSWERS' && (
          <span className="ml-3 text-small">{texts.notExpectedOnThisUnit}</span>
        )}
        <span className="block text-small text-ink-2">
          {m.presence === 'SILENT'
            ? texts.checkFirst(m.checks[0] ?? texts.supplyGroundFuseBusStub)
            : [m.identity.maker, m.identity.model, m.identity.software[0]].filter(Boolean).join(' · ')}
        </span>
        {m.oddities[0] && <span className="block text-small">{m.oddities[0]}</span>}
      </button>
      <span className="text-right text-small whitespace-nowrap">
        {m.presence === 'ANSWERS' && full && m.told.ACTIVE_FAULTS === 'GIVEN' && (
          <>
            {now > 0 && <b className="font-semibold">{texts.now(now)}</b>}
            {now > 0 && earlier > 0 && ', '}
            {earlier > 0 && <span className="text-ink-2">{texts.earlier(earlier)}</span>}
            {m.faults.length === 0 && <span className="text-ink-3">{texts.noFault}</span>}
          </>
        )}
        {m.presence === 'ANSWERS' && (
          <Link
            className="ml-4 inline-flex min-h-11 items-center text-petrol underline"
            to={`/jobs/${job}/modules/${m.key}`}
          >
            {texts.details}
          </Link>
        )}
      </span>
    </li>
  )
}
