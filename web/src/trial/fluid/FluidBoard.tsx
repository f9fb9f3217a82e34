import { useState } from 'react'
import { Button } from '../../shared/Button'
import { Input } from '../../shared/Field'
import { useShow } from '../../shared/quantity'
import type { Board, BoardProps } from '../boards'
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
  const wrong = text.trim() !== '' && line === undefined
  const kind = line?.endsWith('INDEX') ? texts.asIndex : texts.asPercent
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (line) onRead(line)
      }}
    >
      <label className="flex flex-col gap-1">
        {texts.itReads}
        <Input
          className="max-w-[180px] text-head"
          inputMode="decimal"
          autoFocus
          value={text}
          aria-invalid={wrong}
          onChange={(e) => setText(e.target.value)}
        />
      </label>
      <span className="py-2.5 text-ink-2">{line ? kind : texts.either}</span>
      <Button main disabled={!line}>
        {texts.enterIt}
      </Button>
      {wrong && (
        <p className="basis-full text-small" role="alert">
          {texts.noSuchScale}
        </p>
      )}
    </form>
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
