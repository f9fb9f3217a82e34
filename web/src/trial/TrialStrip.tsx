import { useEffect, useState } from 'react'
import { useLocation, useSearchParams } from 'react-router'
import type { TrialView } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useSaid } from '../shared/said'
import { useSettings } from '../shared/settings'
import { play } from '../shared/sound'
import { trialPath } from './paths'
import { clock } from './Progress'
import { texts } from './words'

/** Endings that nobody wanted: whoever looks at another page is told. */
const BAD: TrialView['ending'][] = ['REFUSED', 'GUARDED', 'UNATTENDED', 'LINK_LOST', 'NOT_CONFIRMED']

/**
 * Whether a test that was under way while this page stood ended as nobody wanted; one that had ended before is of no
 * news. The function says that it was seen.
 */
export function useUnwantedEnd(trial: TrialView | undefined): [boolean, () => void] {
  const [running, setRunning] = useState<string>()
  const of = trial && `${trial.test} ${trial.module}`
  if (trial && trial.stage !== 'ENDED' && running !== of) setRunning(of)
  const unwanted = trial?.stage === 'ENDED' && BAD.includes(trial.ending) && running === of
  return [unwanted, () => setRunning(undefined)]
}

/** On every other page: the test under way with how far it is, and one that ended as nobody wanted. */
export function TrialStrip() {
  const { job } = useJob()
  const said = useSaid()
  const trial = useLive('trial')
  const { sound } = useSettings()
  const { pathname } = useLocation()
  const [params] = useSearchParams()
  const [bad, wasSeen] = useUnwantedEnd(trial)
  const onItsPage =
    trial !== undefined &&
    pathname.endsWith(`/tests/run/${trial.test}`) &&
    params.get('module') === trial.module
  useEffect(() => {
    if (bad && !onItsPage && sound) play('alarm')
  }, [bad, onItsPage, sound])
  if (!trial || onItsPage || (trial.stage === 'ENDED' && !bad)) return null
  const p = trial.progress
  return (
    <div
      role={bad ? 'alert' : 'status'}
      className="flex min-h-12 items-center gap-4 border-b border-line-strong bg-sheet px-4"
    >
      <span>
        <b className="font-semibold">{trial.title}</b>{' '}
        {bad
          ? said(trial.says)
          : p
            ? `${p.percent == null ? clock(p.seconds) : texts.percent(p.percent)}${texts.leftAtMost(clock(p.leftSeconds))}`
            : texts.isUnderWay}
      </span>
      <span className="ml-auto flex gap-2">
        <ButtonLink to={trialPath(job.id, trial.test, trial.module)}>{texts.goToIt}</ButtonLink>
        {bad && <Button onClick={wasSeen}>{texts.seen}</Button>}
      </span>
    </div>
  )
}
