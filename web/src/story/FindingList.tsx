import { Mark } from '../shared/Mark'
import type { FindingLine } from '../api/client'
import { useSaid } from '../shared/said'
import { findingMarks, texts } from './words'

/** What the story says, each with its reasons; choosing one shows the next step in the why column. */
export function FindingList({
  findings,
  chosen,
  onChoose,
}: {
  findings: FindingLine[]
  chosen: number
  onChoose: (index: number) => void
}) {
  const said = useSaid()
  return (
    <ol aria-label={texts.findings}>
      {findings.map((f, i) => {
        const mark = findingMarks[f.kind]
        return (
          <li key={`${f.kind} ${f.title.text}`} className={i === chosen ? 'bg-petrol-soft' : ''}>
            <button
              className="grid w-full grid-cols-[108px_1fr] gap-x-4 border-b border-line px-2 py-3 text-left"
              aria-current={i === chosen}
              onClick={() => onChoose(i)}
            >
              <Mark look={mark.style} className="self-start">
                {mark.says}
              </Mark>
              <span>
                <b className={`block font-semibold ${i === 0 ? 'text-head' : 'text-lead'}`}>
                  {said(f.title)}
                </b>
                {f.reasons.slice(0, i === chosen ? undefined : 2).map((r) => (
                  <span key={r.text} className="block text-small text-ink-2">
                    {said(r)}
                  </span>
                ))}
                {i !== chosen && f.reasons.length > 2 && (
                  <span className="text-small text-ink-3">{texts.andMoreReasons(f.reasons.length - 2)}</span>
                )}
              </span>
            </button>
          </li>
        )
      })}
    </ol>
  )
}
