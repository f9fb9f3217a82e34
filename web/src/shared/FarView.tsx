import { Button } from './Button'
import { Dialog } from 'radix-ui'
import { type ReactNode, useEffect, useRef } from 'react'
import { change, useSettings } from './settings'
import { play, type Tone } from './sound'
import { speak } from './voice'
import { texts } from './words'

/**
 * The whole screen for what must be legible from four metres, with a tone where that changes which nobody may miss. Closed
 * by its button or the letter b.
 */
export function FarView({
  open,
  onClose,
  title,
  children,
  foot,
  keys,
  heard,
  spoken = '',
}: {
  open: boolean
  onClose: () => void
  title: string
  children: ReactNode
  foot?: ReactNode
  /** What single keys do while it is open, beside b. */
  keys?: Record<string, () => void>
  /** What is sounded: whenever its state changes while this is open. */
  heard?: { state: string; tone: Tone }
  /** What is said aloud: whenever it changes while this is open. */
  spoken?: string
}) {
  const { sound } = useSettings()
  const last = useRef<string | undefined>(undefined)
  const { state, tone } = heard ?? {}
  useEffect(() => {
    if (!open) {
      last.current = undefined
      return
    }
    if (sound && tone && last.current !== undefined && last.current !== state) play(tone)
    last.current = state
  }, [open, state, tone, sound])
  useEffect(() => {
    if (open && sound) speak(spoken)
  }, [open, sound, spoken])
  return (
    <Dialog.Root open={open} onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-0 z-40 flex flex-col gap-4 overflow-hidden bg-paper p-8"
          onKeyDown={(e) => {
            const action = e.key === 'b' ? onClose : keys?.[e.key]
            if (!action || e.target instanceof HTMLInputElement) return
            // The page below must not take the same key again when this is gone.
            e.preventDefault()
            e.stopPropagation()
            action()
          }}
        >
          <div className="flex items-start gap-6">
            <Dialog.Title asChild>
              <p className="font-narrow text-far-figure leading-none font-semibold">{title}</p>
            </Dialog.Title>
            {heard && (
              <Button
                className="ml-auto min-h-16 px-6 text-big"
                aria-pressed={sound}
                onClick={() => {
                  change({ sound: !sound })
                  if (!sound) play('free')
                }}
              >
                {texts.sound(sound ? texts.on : texts.off)}
              </Button>
            )}
            <Dialog.Close asChild>
              <Button className={`min-h-16 px-6 text-big ${heard ? '' : 'ml-auto'}`}>
                {texts.nearView}
                <span className="kbd">b</span>
              </Button>
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1">{children}</div>
          {foot}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
