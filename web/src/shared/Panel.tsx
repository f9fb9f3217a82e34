import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'

/** A dialog with title and content. */
export function Panel({
  open,
  onOpenChange,
  title,
  children,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
  title: string
  children: ReactNode
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-[10vh] left-1/2 z-30 max-h-[80vh] w-[min(620px,94vw)] -translate-x-1/2 overflow-auto border border-line-strong bg-paper p-6"
        >
          <Dialog.Title asChild>
            <h1 className="mb-4">{title}</h1>
          </Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
