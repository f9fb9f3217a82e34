import { useMemo } from 'react'
import { useShow } from './quantity'

/** A sentence of the server: text in which each figure stands as `U+FFF9 value unit U+FFFB`. */
export type Said = { text?: string }

const FIGURE = /\uFFF9(-?\d+(?:\.(\d+))?)(?: ([^\uFFF9-\uFFFB]+))?\uFFFB/g
const MARKS = /[\uFFF9-\uFFFB]/g

/** The sentence with its figures written by `show`, in the units of whoever reads it. */
export function read(
  said: Said | string,
  show: (value: number, unit: string, decimals: number) => { figure: string; unit: string },
): string {
  return (typeof said === 'string' ? said : (said.text ?? ''))
    .replace(FIGURE, (_, value: string, decimals: string | undefined, unit: string | undefined) => {
      const shown = show(Number(value), unit ?? '', decimals?.length ?? 0)
      return shown.unit ? `${shown.figure} ${shown.unit}` : shown.figure
    })
    .replace(MARKS, '')
}

/** A function that reads a sentence in the units which the user has chosen; of a stored text as well. */
export function useSaid(): (said: Said | string) => string {
  const show = useShow()
  return useMemo(() => (said) => read(said, show), [show])
}
