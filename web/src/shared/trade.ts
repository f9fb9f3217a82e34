/** Decimals that somebody at the machine reads: rpm, kPa and °C whole, km/h, V, bar and % with one. */
const READ: Record<string, number> = { rpm: 0, kPa: 0, '°C': 0, 'km/h': 1, V: 1, bar: 1, '%': 1 }
/** Pressures below this are read with one decimal: a crankcase, a filter. */
const SMALL_KPA = 10
const READ_FAR: Record<string, number> = { ...READ, 'km/h': 0, '%': 0 }

/**
 * Decimals of a figure as the trade reads it; the full resolution stands where a value is explained.
 *
 * @param unit in which it is stored
 * @param decimals that its resolution bears
 * @param far from four metres
 * @param value the figure itself, where it is known
 */
export function tradeDecimals(unit: string, decimals: number, far = false, value?: number): number {
  if (unit === 'kPa' && value !== undefined && Math.abs(value) < SMALL_KPA) return Math.min(decimals, 1)
  return Math.min(decimals, (far ? READ_FAR : READ)[unit] ?? decimals)
}

/** A reading as a four-digit meter shows it: digits, and the prefix of its unit. */
export function meterDigits(value: number): { digits: string; prefix: string } {
  const steps = [
    { from: 1e6, prefix: 'M' },
    { from: 1e3, prefix: 'k' },
  ]
  const size = Math.abs(value)
  const step = steps.find((s) => size >= s.from * 0.99995)
  const shown = step ? value / step.from : value
  const whole =
    Math.abs(shown) >= 99.995 ? (Math.abs(shown) >= 999.95 ? 0 : 1) : Math.abs(shown) >= 9.9995 ? 2 : 3
  return { digits: shown.toFixed(whole), prefix: step?.prefix ?? '' }
}
