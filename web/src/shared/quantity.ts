import { useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
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
  return { figure: numbers(locale, fit).format(shown), unit: way?.symbol ?? unit }
}

const formats = new Map<string, Intl.NumberFormat>()

/** A format is costly to make and needed thousands of times a second: each kind is made once. */
function numbers(locale: string | undefined, decimals: number): Intl.NumberFormat {
  const key = `${locale ?? ''}/${decimals}`
  const known = formats.get(key)
  if (known) return known
  const made = new Intl.NumberFormat(locale, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
  })
  formats.set(key, made)
  return made
}

/** A function that shows figures in the units the user has chosen. */
export function useShow(): (value: number, unit: string, decimals: number) => Shown {
  const { units } = useSettings()
  const { data } = useQuery({
    queryKey: ['quantities'],
    queryFn: () => get<Measure[]>('/api/quantities'),
    staleTime: Infinity,
  })
  return useMemo(() => {
    const table = data ?? []
    return (value, unit, decimals) => show(value, unit, decimals, units, table)
  }, [units, data])
}

/** The straight line by which stored figures of a unit become those that are shown. */
export interface Conversion {
  factor: number
  offset: number
  unit: string
}

/** A function that tells how stored figures of a unit are converted for this user. */
export function useConversion(): (unit: string) => Conversion {
  const { units } = useSettings()
  const { data } = useQuery({
    queryKey: ['quantities'],
    queryFn: () => get<Measure[]>('/api/quantities'),
    staleTime: Infinity,
  })
  return (unit) => {
    const way = data?.find((m) => m.symbol === unit)?.[units]
    return { factor: way?.factor ?? 1, offset: way?.offset ?? 0, unit: way?.symbol ?? unit }
  }
}
