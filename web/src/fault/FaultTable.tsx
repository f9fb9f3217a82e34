import { Mark } from '../shared/Mark'
import type { Fault } from '../api/client'
import { words } from '../shared/words'
import { texts } from './words'

/** Key of a fault in the list: module, SPN, FMI and state. */
export function faultKey(f: Fault): string {
  return `${f.module}/${f.spn}/${f.fmi}/${f.state}`
}

/** Times a fault occurred, in words that do not claim more than the module told. */
export function times(f: Fault): string {
  if (f.count == null) return texts.notCounted
  return f.atCeiling ? '126× or more' : `${f.count}×`
}

/** Faults as lines; active ones before earlier ones, then by count. */
export function FaultTable({
  faults,
  withModule,
  selected,
  onSelect,
}: {
  faults: Fault[]
  withModule: boolean
  selected: string | undefined
  onSelect: (f: Fault) => void
}) {
  return (
    <ul>
      {faults.map((f) => {
        const key = faultKey(f)
        return (
          <li key={key} className={`border-b border-line ${key === selected ? 'bg-petrol-soft' : ''}`}>
            <button
              className="grid min-h-[52px] w-full grid-cols-[84px_1fr_auto] items-center gap-x-4 py-1.5 text-left"
              aria-pressed={key === selected}
              onClick={() => onSelect(f)}
            >
              <Mark look={f.state === 'ACTIVE' ? 'filled' : ''}>{words.faultState[f.state].mark}</Mark>
              <span>
                <span className="text-lead font-semibold">{f.component}</span>
                <span className="text-ink-2">, {f.mode}</span>
                <span className="block">
                  <span className="code">{texts.spnFmi(f.spn, f.fmi)}</span>
                  {withModule && <span className="ml-3 text-small text-ink-2">{f.moduleTitle}</span>}
                  {f.doubtful && (
                    <span className="ml-3 text-small font-medium">{texts.itsModuleAnswersNonsenseDoNot}</span>
                  )}
                  {f.conversion === 'AMBIGUOUS' && (
                    <span className="ml-3 text-small">{texts.spnAmbiguousConversionVersionNotKnown}</span>
                  )}
                </span>
              </span>
              <span className="font-narrow text-head font-semibold">{times(f)}</span>
            </button>
          </li>
        )
      })}
    </ul>
  )
}
