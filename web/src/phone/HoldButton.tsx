import { useEffect, useRef, useState } from 'react'

/** So long it must be held: nothing ends by a touch in a pocket. */
export const HOLD_MILLIS = 1_000

/** A button that acts when it was held, by finger, mouse or key; it fills meanwhile. */
export function HoldButton({ label, onHeld }: { label: string; onHeld: () => void }) {
  const [held, setHeld] = useState(false)
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined)
  const begin = () => {
    if (timer.current !== undefined) return
    setHeld(true)
    timer.current = setTimeout(onHeld, HOLD_MILLIS)
  }
  const leave = () => {
    clearTimeout(timer.current)
    timer.current = undefined
    setHeld(false)
  }
  useEffect(() => () => clearTimeout(timer.current), [])
  const isKey = (key: string) => key === 'Enter' || key === ' '
  return (
    <button
      type="button"
      className="relative min-h-19 w-full touch-none overflow-hidden border-3 border-ink text-large font-semibold select-none"
      onPointerDown={begin}
      onPointerUp={leave}
      onPointerLeave={leave}
      onPointerCancel={leave}
      onContextMenu={(e) => e.preventDefault()}
      onKeyDown={(e) => isKey(e.key) && begin()}
      onKeyUp={leave}
      onBlur={leave}
    >
      <span
        aria-hidden
        className="absolute inset-y-0 left-0 bg-amber transition-[width] ease-linear"
        style={{ width: held ? '100%' : 0, transitionDuration: held ? `${HOLD_MILLIS}ms` : '0ms' }}
      />
      <span className={`relative ${held ? 'text-on-amber' : ''}`}>{label}</span>
    </button>
  )
}
