import { useQuery } from '@tanstack/react-query'
import { get, type Measure } from '../api/client'
import { useSettings, type UnitSystem } from './settings'

/** A figure ready to be shown. */
export interface Shown {
  figure: string
  unit: string
}

/**
 * Converts a stored figure into the chosen units with decimals that fit them. The factors come from the server, so that
 * there is one table of units.
 *
 * @param decimals decimals that the stored unit's resolution bears
 */
export function show(
  value: number,
  unit: string,
  decimals: number,
  system: UnitSystem,
  table: Measure[],
  locale?: string,
): Shown {
  const way = table.find((m) => m.symbol === unit)?.[system]
  const factor = way?.factor ?? 1
  const shown = value * factor + (way?.offset ?? 0)
  // A conversion adds no precision: a unit ten times larger gets one decimal more.
  const fit = Math.max(0, Math.min(3, decimals + Math.round(-Math.log10(Math.abs(factor)))))
  const figure = new Intl.NumberFormat(locale, {
    minimumFractionDigits: fit,
    maximumFractionDigits: fit,
  }).format(shown)
  return { figure, unit: way?.symbol ?? unit }
}

/** A function that shows figures in the units the user has chosen. */
export function useShow(): (value: number, unit: string, decimals: number) => Shown {
  const { units } = useSettings()
  const { data } = useQuery({
    queryKey: ['quantities'],
    queryFn: () => get<Measure[]>('/api/quantities'),
    staleTime: Infinity,
  })
  return (value, unit, decimals) => show(value, unit, decimals, units, data ?? [])
}
