import { useShow } from '../shared/quantity'
import { tradeDecimals } from '../shared/trade'
import { states, texts } from './words'
import type { WatchChannel } from './types'
import { useReading, type WatchStore } from './watchStore'

/** What a value reads as now: a figure with its unit, a word, or its state in words. */
export function useValue(store: WatchStore, channel: WatchChannel, far = false) {
  const text = useReading(store, channel.id)
  const show = useShow()
  const state = text[0] ?? '-'
  const raw = Number(text.slice(1))
  const word = state === 'V' ? channel.words[String(raw)] : undefined
  if (word !== undefined) return { figure: word, unit: '', state, value: null }
  const value = raw * channel.factor + channel.offset
  if (state === 'V' || (state === 'S' && text.length > 1)) {
    const shown = show(value, channel.unit, tradeDecimals(channel.unit, channel.decimals, far, value))
    return {
      figure: shown.figure,
      unit: shown.unit === '1' ? '' : shown.unit,
      state,
      value: state === 'V' ? value : null,
    }
  }
  return { figure: states[state] ?? '', unit: '', state, value: null }
}

/** A value with its normal range as a short scale: where it stands, and what is normal now. */
export function NormalBar({
  value,
  low,
  high,
}: {
  value: number | null
  low: number | null | undefined
  high: number | null | undefined
}) {
  if (low == null || high == null) return <span className="block h-3 w-[88px]" />
  const span = high - low
  const place = (v: number) => Math.max(2, Math.min(86, 22 + ((v - low) / span) * 44))
  const outside = value !== null && (value < low || value > high)
  return (
    <svg
      width="88"
      height="14"
      aria-label={value === null ? texts.normalRange : outside ? texts.outsideItsNormalRange : texts.normal}
      role="img"
    >
      <line x1="0" x2="88" y1="7" y2="7" stroke="var(--line-strong)" />
      <rect x="22" y="4" width="44" height="6" fill="var(--hatch)" />
      {value !== null && (
        <rect
          x={place(value) - 2}
          y="0"
          width="4"
          height="14"
          fill={outside ? 'var(--grave)' : 'var(--ink)'}
        />
      )}
    </svg>
  )
}
