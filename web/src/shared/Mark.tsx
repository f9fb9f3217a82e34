import type { ComponentProps } from 'react'

/** How much a mark stands out: filled most, then framed, dotted for what is not known, quiet least. */
export type MarkLook = '' | 'filled' | 'dotted' | 'quiet'

/** A state in one word. It is told by the word; the look only says how much it matters. */
export function Mark({
  look = '',
  className,
  ...rest
}: ComponentProps<'span'> & { look?: MarkLook | undefined }) {
  return <span {...rest} className={['mark', look && `mark-${look}`, className].filter(Boolean).join(' ')} />
}
