import type { ReactNode } from 'react'
import { createPortal } from 'react-dom'
import { useJob } from './jobContext'

/** The why column: answers for what is selected. Drawn beside the work from wherever it is written. */
export function Why({ title, children }: { title: string; children: ReactNode }) {
  const { whyNode } = useJob()
  if (!whyNode) return null
  return createPortal(
    <>
      <h2>{title}</h2>
      {children}
    </>,
    whyNode,
  )
}

/** One answer of the why column. */
export function WhyPart({ head, children }: { head: string; children: ReactNode }) {
  return (
    <div>
      <h3 className="mb-1">{head}</h3>
      <div className="text-small text-ink-2">{children}</div>
    </div>
  )
}
