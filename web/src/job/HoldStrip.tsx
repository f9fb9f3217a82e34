import { useEffect, useRef, useState } from 'react'
import { post } from '../api/client'
import { play } from '../shared/sound'
import type { Held } from '../stream/types'
import { useJob, useLive } from './jobContext'
import { texts } from './words'

/** So often is it sounded that a module has not confirmed. */
const ALARM_MILLIS = 4_000

/** What takes so long that one key must not end it is asked for a second one within this time. */
const TWICE_MILLIS = 2_000

/** What is commanded, since when, and the way to let go. The only thing that is ever solid amber. */
export function HoldStrip() {
  const {
    job: { id: job, state },
  } = useJob()
  const connected = useLive('connected')
  const disk = useLive('disk')
  const held = useLive('link')?.held ?? []
  const any = held.length > 0
  const alarm = held.some((h) => h.state === 'NOT_CONFIRMED')
  const trial = useLive('trial')
  const long = trial?.kind === 'regeneration' && trial.stage === 'RUNNING'
  const first = useRef(0)
  const [asks, setAsks] = useState(false)
  useEffect(() => {
    if (!any) return
    const listener = (e: KeyboardEvent) => {
      if (e.key === 'Escape') {
        e.preventDefault()
        e.stopPropagation()
        if (long && !alarm && e.timeStamp - first.current > TWICE_MILLIS) {
          first.current = e.timeStamp
          setAsks(true)
          return
        }
        void post(`/api/jobs/${job}/release`)
      }
    }
    // In the capture phase, so that no open dialog takes the key first.
    document.addEventListener('keydown', listener, true)
    return () => document.removeEventListener('keydown', listener, true)
  }, [any, job, long, alarm])
  useEffect(() => {
    if (!asks) return
    const timer = setTimeout(() => setAsks(false), TWICE_MILLIS)
    return () => clearTimeout(timer)
  }, [asks])
  useEffect(() => {
    if (!alarm) return
    play('alarm')
    const timer = setInterval(() => play('alarm'), ALARM_MILLIS)
    return () => clearInterval(timer)
  }, [alarm])
  return (
    <div aria-live="assertive">
      {state === 'CASE' && (
        <p className="border-b border-line-strong bg-sheet px-4 py-1.5 text-small">
          <b className="font-semibold">{texts.fromACaseFile}</b>
          {texts.everythingCanBeReadStoredHook}
        </p>
      )}
      {disk && disk.state !== 'ENOUGH' && (
        <p className="border-b border-line-strong bg-sheet px-4 py-2">
          <b className="font-semibold">{disk.says}</b> {disk.next}
        </p>
      )}
      {!connected && (
        <p className="border-b border-line-strong bg-sheet px-4 py-2 font-medium">
          {texts.thePageHasLostHitchLamp}
          {any && ` ${texts.whatIsHeldBelowMay}`}
        </p>
      )}
      {any && <Strip held={held} job={job} twice={long && !alarm} asks={asks} />}
    </div>
  )
}

/** What stands worst is told; of several the newest names the button: it is what the machine feels. */
function Strip({
  held,
  job,
  twice,
  asks,
}: {
  held: Held[]
  job: number
  /** The key must be pressed twice. */
  twice: boolean
  /** It was pressed once. */
  asks: boolean
}) {
  const inOrder = [...held].reverse().sort((a, b) => a.seconds - b.seconds)
  const newest = inOrder[0]
  const shown = inOrder.filter((h) => h.state === 'NOT_CONFIRMED')
  const going = inOrder.filter((h) => h.state === 'LETTING_GO')
  const names = (of: Held[]) => of.map((h) => h.says).join(', ')
  return (
    <div className="flex min-h-12 items-center gap-4 bg-amber px-4 font-semibold text-on-amber">
      <span>
        {shown.length > 0
          ? texts.notConfirmed(names(shown))
          : going.length > 0
            ? texts.lettingGo(names(going))
            : texts.holding(names(inOrder))}
      </span>
      <HeldFor seconds={newest?.seconds ?? 0} key={held.map((h) => `${h.id} ${h.says} ${h.state}`).join()} />
      <button
        className="ml-auto min-h-11 min-w-[220px] border-2 border-on-amber px-4"
        disabled={shown.length === 0 && going.length === held.length}
        onClick={() => void post(`/api/jobs/${job}/release`)}
      >
        {shown.length > 0 ? texts.askAgain : newest?.release || texts.release}
        {twice && `, ${asks ? texts.onceMore : texts.twice}`} <span className="kbd">{texts.esc}</span>
      </button>
    </div>
  )
}

/** For how long it stands so, counted on from what the server told. */
function HeldFor({ seconds }: { seconds: number }) {
  const [more, setMore] = useState(0)
  useEffect(() => {
    const timer = setInterval(() => setMore((n) => n + 1), 1000)
    return () => clearInterval(timer)
  }, [])
  // Counts on for the eye; read out every second it would drown what matters.
  return (
    <span className="font-normal" role="timer" aria-live="off">
      {texts.forS(Math.max(0, Math.round(seconds) + more))}
    </span>
  )
}
