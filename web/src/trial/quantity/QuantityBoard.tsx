import { useState } from 'react'
import { Select } from '../../shared/Field'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
import { ReadingEntry } from '../ReadingEntry'
import { caught, seenOf } from './seen'
import { texts } from './words'

const KPA_A_BAR = 100

/** What was asked for and what was caught, side by side, and the field for it. */
function QuantityBoard({ view, act, far = false }: BoardProps) {
  const show = useShow()
  const seen = seenOf(view)
  const grams = (v: number | 'NaN') => (typeof v === 'number' ? `${v.toFixed(1)} g` : texts.nothing)
  const off = view.judgement.measured.find((m) => m.name === 'deviation')
  const bar =
    seen.pressure.count > 0 && typeof seen.pressure.mean === 'number'
      ? show(seen.pressure.mean / KPA_A_BAR, 'bar', 1)
      : undefined
  const signed = (v: number) => `${v > 0 ? '+' : v < 0 ? '−' : ''}${Math.abs(v).toFixed(0)} %`
  const columns: [string, string, string | undefined, boolean][] = [
    [texts.asked, grams(seen.asked), bar && texts.pressure(`${bar.figure} ${bar.unit}`), false],
    [
      texts.caught,
      grams(seen.caught),
      seen.done && !seen.answered && view.stage === 'RUNNING' ? texts.waits : undefined,
      false,
    ],
    [
      texts.deviation,
      off?.value == null ? texts.nothing : signed(off.value),
      off?.plusMinus == null ? undefined : texts.plusMinus(`${off.plusMinus.toFixed(1)} %`),
      off?.verdict === 'FAIL',
    ],
  ]
  return (
    <>
      <ol className="my-3 grid max-w-[900px] grid-cols-3 border-y border-line-strong">
        {columns.map(([title, value, beside, bad]) => (
          <li key={title} className="border-r border-line px-3 py-2 last:border-r-0">
            <span className={far ? 'text-far-text' : 'text-small text-ink-2'}>{title}</span>
            <p className="leading-none whitespace-nowrap">
              <b
                className={`font-narrow font-semibold ${far ? 'text-far-huge' : 'text-far-head'} ${bad ? 'text-grave' : ''}`}
              >
                {value}
              </b>
            </p>
            <span className={`block min-h-5 ${far ? 'text-far-fine' : 'text-small text-ink-2'}`}>
              {beside}
            </span>
          </li>
        ))}
      </ol>
      {act && view.stage === 'RUNNING' && seen.done && !seen.answered && <Entry onRead={act} />}
    </>
  )
}

function Entry({ onRead }: { onRead: (line: string) => void }) {
  const [text, setText] = useState('')
  const [unit, setUnit] = useState<'GRAM' | 'MILLILITRE'>('GRAM')
  return (
    <ReadingEntry
      label={texts.inBeaker}
      text={text}
      onText={setText}
      line={caught(text, unit)}
      onRead={onRead}
      enter={texts.enterIt}
      wrong={texts.noFigure}
    >
      <Select
        className="max-w-[110px]"
        aria-label={texts.unit}
        value={unit}
        onChange={(e) => setUnit(e.target.value === 'GRAM' ? 'GRAM' : 'MILLILITRE')}
      >
        <option value="GRAM">{texts.gram}</option>
        <option value="MILLILITRE">{texts.millilitre}</option>
      </Select>
    </ReadingEntry>
  )
}

/** What the dosed quantity adds to the page of a test. */
export const quantity: Board = {
  Board: QuantityBoard,
  ownAnswer: (view) => seenOf(view).done,
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.theModuleDoses },
    { head: texts.normal, text: texts.sound },
  ],
}
