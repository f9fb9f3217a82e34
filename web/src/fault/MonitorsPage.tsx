import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { useMe } from '../account/me'
import { post } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { ProblemBox } from '../shared/ProblemBox'
import { ago } from '../shared/words'
import { Beside } from './Beside'
import { MonitorTable } from './MonitorTable'
import { standings, texts } from './words'

/** What proves a repair: monitors that have run, and tests that pass with room to their limits. */
export function MonitorsPage() {
  const { job, faults: view } = useJob()
  const me = useMe()
  const link = useLive('link')
  const [watching, setWatching] = useState(false)
  const read = useMutation({ mutationFn: () => post(`/api/jobs/${job.id}/faults/read`) })
  const watch = useMutation({
    mutationFn: (on: boolean) => post(`/api/jobs/${job.id}/faults/watch`, { on }),
    onSuccess: (_, on) => setWatching(on),
  })
  const canAsk = link?.state === 'UP' && link.address !== null && me.rights.includes('READ')
  const underWay = view?.state === 'UNDER_WAY'
  const told =
    view?.modules.filter((m) => m.monitors.monitors.length > 0 || m.monitors.results.length > 0) ?? []
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.monitors}</h1>
        {view && (
          <p className="text-ink-2" aria-live="polite">
            {underWay ? texts.readingNow : texts.readJustNow(ago(new Date(view.readAt), new Date()))}
          </p>
        )}
        <span className="ml-auto flex gap-2">
          <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.backToTheFaults}</ButtonLink>
          {canAsk && (
            <Button
              aria-pressed={watching}
              disabled={underWay && !watching}
              onClick={() => watch.mutate(!watching)}
            >
              {watching ? texts.stopWatchingForChanges : texts.watchForChanges}
            </Button>
          )}
          {canAsk && (
            <Button main disabled={underWay} onClick={() => read.mutate()}>
              {texts.readAgain}
            </Button>
          )}
        </span>
      </div>
      <ProblemBox problem={read.error ?? watch.error} />
      {!view && <p className="text-ink-2">{texts.theFaultsHaveNotBeenRead}</p>}
      {view && told.length === 0 && !underWay && (
        <p className="text-large">{texts.noModuleReportsMonitors}</p>
      )}
      {view && told.length > 0 && (
        <p className="mb-4 text-large font-medium">
          {standings[view.standing.kind ?? 'NOT_TOLD'](view.standing.count ?? 0)}
        </p>
      )}
      {watching && <p className="mb-3 text-small text-ink-2">{texts.drivenNowEachResultComes}</p>}
      {told.map((m) => (
        <section key={m.key} aria-label={m.title} className="mb-6">
          <h2 className="mb-1">{m.title}</h2>
          <MonitorTable module={m} />
          <Beside monitors={m.monitors} />
        </section>
      ))}
      <Why title={texts.whatProvesARepair}>
        <WhyPart head={texts.aMonitorWatches}>{texts.aMonitorWatchesWhat}</WhyPart>
        <WhyPart head={texts.aResultBesideItsLimits}>{texts.aResultBesideItsLimitsWhat}</WhyPart>
        <WhyPart head={texts.nothingStored}>{texts.nothingStoredWhat}</WhyPart>
        <WhyPart head={texts.whatItCounts}>{texts.whatItCountsWhat}</WhyPart>
        <WhyPart head={texts.emissionsAllowed}>{texts.emissionsAllowedWhat}</WhyPart>
      </Why>
    </>
  )
}
