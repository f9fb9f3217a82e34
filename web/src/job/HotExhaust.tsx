import { useEffect, useState } from 'react'
import { Mark } from '../shared/Mark'
import { useJob, useLive } from './jobContext'
import { texts } from './words'

/** So long hot parts stay hot after a regeneration (common practice, no source). */
const HOT_MS = 2 * 3_600_000

/**
 * Hot exhaust: while a module says so; and when nobody tells any more, key off or not hooked up, for two hours after
 * one last said so, whoever it told.
 */
export function HotExhaust() {
  const { job } = useJob()
  const now = useMinute()
  const link = useLive('link')
  const vitals = useLive('vitals')
  const told = link?.state === 'UP' && vitals?.key === 'on' ? vitals.exhaustHot : undefined
  if (told === false) return null
  if (told) return <Hot says={texts.exhaustHot} title={texts.aModuleSaysSo} />
  const at = job.exhaustHotAt && Date.parse(job.exhaustHotAt)
  if (!at || now - at > HOT_MS) return null
  const clock = new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })
  return <Hot says={texts.exhaustWasHotAt(clock)} title={texts.hotPartsStayHot} />
}

/** The time, told anew each minute. */
function useMinute(): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), 60_000)
    return () => clearInterval(timer)
  }, [])
  return now
}

function Hot({ says, title }: { says: string; title: string }) {
  return (
    <Mark look="filled" className="shrink-0 whitespace-nowrap" title={title}>
      {says}
    </Mark>
  )
}
