import { useState } from 'react'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { ReadingEntry } from '../ReadingEntry'
import { reading, seenOf } from './seen'
import { texts } from './words'

/** Sensor and refractometer side by side, and the field for what the refractometer reads. */
function FluidBoard({ view, act, far = false }: BoardProps) {
  const show = useShow()
  const seen = seenOf(view)
  const figure = (value: number | 'NaN', decimals: number) =>
    typeof value === 'number' ? texts.percent(value.toFixed(decimals)) : undefined
  const tank =
    typeof seen.tankC === 'number'
      ? [show(seen.tankC, '°C', 0)].map((t) => `${t.figure} ${t.unit}`)[0]
      : undefined
  const columns: [string, string, string | undefined][] = [
    [
      texts.byRefractometer,
      figure(seen.refractometer, 1) ?? '–',
      seen.answered ? (typeof seen.refractometer === 'number' ? undefined : texts.none) : texts.waits,
    ],
    [texts.sensor, seen.quality.count > 0 ? (figure(seen.quality.mean, 1) ?? '–') : '–', undefined],
    [texts.tank, figure(seen.level, 0) ?? '–', tank],
  ]
  return (
    <>
      <ol className="my-3 grid max-w-[900px] grid-cols-3 border-y border-line-strong">
        {columns.map(([title, value, beside]) => (
          <li key={title} className="border-r border-line px-3 py-2 last:border-r-0">
            <span className={far ? 'text-far-text' : 'text-small text-ink-2'}>{title}</span>
            <p className="leading-none whitespace-nowrap">
              <b className={`font-narrow font-semibold ${far ? 'text-far-huge' : 'text-far-head'}`}>
                {value}
              </b>
            </p>
            {beside && <span className={far ? 'text-far-fine' : 'text-small text-ink-2'}>{beside}</span>}
          </li>
        ))}
      </ol>
      {act && view.stage === 'RUNNING' && !seen.answered && <Entry onRead={act} />}
    </>
  )
}

function Entry({ onRead }: { onRead: (line: string) => void }) {
  const [text, setText] = useState('')
  const line = reading(text)
  const kind = line?.endsWith('INDEX') ? texts.asIndex : texts.asPercent
  return (
    <ReadingEntry
      label={texts.itReads}
      text={text}
      onText={setText}
      line={line}
      onRead={onRead}
      enter={texts.enterIt}
      wrong={texts.noSuchScale}
    >
      <span className="py-2.5 text-ink-2">{line ? kind : texts.either}</span>
    </ReadingEntry>
  )
}

/** What the fluid's quality adds to the page of a test. */
export const fluid: Board = {
  Board: FluidBoard,
  ownAnswer: () => true,
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.twoJudges },
    { head: texts.normal, text: `${texts.standard} ${texts.accepted}` },
  ],
}
