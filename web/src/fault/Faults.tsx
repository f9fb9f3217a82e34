import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useMemo, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useMe } from '../account/me'
import { call, type FaultsView, post } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { ProblemBox } from '../shared/ProblemBox'
import { useKeys } from '../shared/useKeys'
import { useSaid } from '../shared/said'
import { ago, count } from '../shared/words'
import { ClearFaults } from './ClearFaults'
import { HourLine } from './HourLine'
import { Inducement } from './Inducement'
import { LampsByModule } from './LampStates'
import { commanded } from './lamps'
import { LeadList } from './LeadList'
import { LeadWhy } from './LeadWhy'
import { LAMP_CHECK, UNIT, trialPath } from '../trial/paths'
import { texts } from './words'

/** Where to start: leads with their knock-ons and reasons, and the hour line below. */
export function Faults() {
  const { job, roll, faults: view, story } = useJob()
  const said = useSaid()
  const liveLink = useLive('link')
  const liveChanged = useLive('changed')
  const liveSelfTest = useLive('selfTest')
  const me = useMe()
  const queries = useQueryClient()
  const [params] = useSearchParams()
  const [chosen, setChosen] = useState<string>()
  const [clearing, setClearing] = useState(false)
  const [watching, setWatching] = useState(false)
  const base = `/api/jobs/${job.id}/faults`
  const callRoll = useMutation({ mutationFn: () => post(`/api/jobs/${job.id}/roll-call`, { full: true }) })
  const read = useMutation({ mutationFn: () => post(`${base}/read`) })
  const selfTest = useMutation({ mutationFn: () => post(`${base}/self-test`) })
  const watch = useMutation({
    mutationFn: (on: boolean) => post(`${base}/watch`, { on }),
    onSuccess: (_, on) => setWatching(on),
  })
  const undo = useMutation({
    mutationFn: () => call<FaultsView>('DELETE', `${base}/moves/last`),
    onSuccess: (next) => queries.setQueryData(['faults', job.id], next),
  })
  const canAsk = liveLink?.state === 'UP' && liveLink.address !== null && me.rights.includes('READ')
  const mayCommand = canAsk && me.rights.includes('COMMAND')
  useKeys(useMemo(() => ({ c: () => setClearing(mayCommand) }), [mayCommand]))
  if (!view)
    return (
      <>
        <h1 className="mb-2">{texts.whereToStart}</h1>
        <p className="mb-4 text-ink-2">{texts.theFaultsHaveNotBeenRead}</p>
        {canAsk ? (
          <Button main disabled={roll?.state === 'UNDER_WAY'} onClick={() => callRoll.mutate()}>
            {roll?.state === 'UNDER_WAY' ? texts.callingTheRollFirst : texts.callTheRollAndReadThe}
          </Button>
        ) : (
          <ButtonLink main to={`/jobs/${job.id}/hook-up`}>
            {texts.hookUpFirst}
          </ButtonLink>
        )}
        <ProblemBox problem={callRoll.error} />
      </>
    )
  const lead =
    view.leads.find((l) => l.id === chosen) ??
    view.leads.find((l) =>
      [...l.signs, ...l.knockOns].some((k) => k.endsWith(`/${params.get('spn')}/${params.get('fmi')}`)),
    ) ??
    view.leads[0]
  const underWay = view.state === 'UNDER_WAY'
  const today = view.leads.filter((l) => l.bearing === 'TODAY').length
  const unread = view.modules.filter((m) => !m.read)
  const odd = view.modules.filter((m) => m.oddities.length > 0)
  const wiped = story?.findings.find((f) => f.kind === 'WIPED_LATELY' || f.kind === 'WIPED_ONCE')
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.whereToStart}</h1>
        <p className="text-ink-2" aria-live="polite">
          {texts.from(
            count(view.faults.length, 'fault'),
            count(view.modules.filter((m) => m.faults > 0).length, 'module'),
            underWay
              ? texts.reading
              : view.why === 'REPLAY'
                ? texts.replayedFromAStoredHookUp
                : texts.read(ago(new Date(view.readAt), new Date())),
          )}
          {view.state === 'CUT_SHORT' && texts.itEndedHalfwayWhatWasFound}
        </p>
        {canAsk && (
          <Button main className="ml-auto" disabled={underWay} onClick={() => read.mutate()}>
            {texts.readFaultsAgain}
          </Button>
        )}
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-2 border-y border-line py-2">
        <ButtonLink to={`/jobs/${job.id}/faults/compare`}>{texts.compareReads}</ButtonLink>
        <ButtonLink to={`/jobs/${job.id}/faults/monitors`}>{texts.monitors}</ButtonLink>
        {canAsk && (
          <Button
            aria-pressed={watching}
            disabled={underWay && !watching}
            onClick={() => watch.mutate(!watching)}
          >
            {watching ? texts.stopWatchingForChanges : texts.watchForChanges}
          </Button>
        )}
        {mayCommand && (
          <>
            <Button disabled={underWay} onClick={() => selfTest.mutate()}>
              {texts.testCircuitsNow}
            </Button>
            <Button disabled={underWay} onClick={() => setClearing(true)}>
              {texts.clearFaults}
            </Button>
          </>
        )}
        {view.moves > 0 && <Button onClick={() => undo.mutate()}>{texts.takeTheLastMoveBack}</Button>}
        {watching && <span className="text-small text-ink-2">{texts.modulesAreListenedToAChange}</span>}
      </div>
      {view.inducement && <Inducement job={job.id} standing={view.inducement} />}
      <ProblemBox problem={read.error ?? watch.error ?? selfTest.error ?? undo.error} />
      <div aria-live="polite">
        {liveChanged && liveChanged.length > 0 && (
          <div className="mb-3 border-l-4 border-ink px-3 py-1">
            <b className="font-semibold">{texts.changedSinceTheReadBefore}</b>
            <ul>
              {liveChanged.slice(0, 6).map((c) => (
                <li key={c}>{said(c)}</li>
              ))}
            </ul>
            {liveChanged.length > 6 && <p>{texts.andMoreCompareTheReads(liveChanged.length - 6)}</p>}
          </div>
        )}
        {liveSelfTest && !liveSelfTest.ended && (
          <p className="mb-3 border-l-4 border-ink px-3 py-1 font-medium">
            {texts.modulesTestTheirCircuitsOfDone(
              liveSelfTest.modules.filter((m) => m.ended).length,
              liveSelfTest.modules.length,
            )}
          </p>
        )}
        {liveSelfTest?.ended && (
          <p className="mb-3 text-small text-ink-2">
            {texts.lastSelfTest(liveSelfTest.modules.map((m) => `${m.title}: ${m.says}`).join('; '))}
          </p>
        )}
      </div>
      {unread.length > 0 && !underWay && (
        <p className="mb-3 text-ink-2">
          {texts.notReadSoNothingIsKnown(unread.map((m) => m.title).join(', '))}
        </p>
      )}
      {wiped && (
        <p className="mb-3 border-l-4 border-ink px-3 py-1">
          <b className="font-semibold">{said(wiped.title)}</b>
          {texts.whatIsMissingHereMayStand}
          <Link className="underline" to={`/jobs/${job.id}/story`}>
            {texts.readTheStory}
          </Link>
        </p>
      )}
      {view.leads.length > 0 && today === 0 && (
        <p className="mb-2 text-large font-medium">{texts.nothingHereBelongsToTodayWhat}</p>
      )}
      {view.leads.length === 0 && !underWay && <p className="text-large">{texts.noModuleKeepsAFaultAnd}</p>}
      <LeadList view={view} selected={lead?.id} onSelect={setChosen} />
      <HourLine view={view} story={story} selected={lead?.id} onSelect={setChosen} />
      <section aria-label={texts.lamps} className="mt-6">
        <div className="mb-2 flex flex-wrap items-center gap-4">
          <h2>{texts.lampsThatModulesCommand}</h2>
          <ButtonLink className="ml-auto" to={trialPath(job.id, LAMP_CHECK, UNIT)}>
            {texts.checkTheLamps}
          </ButtonLink>
        </div>
        <LampsByModule modules={commanded(view, roll ?? undefined)} />
      </section>
      {odd.length > 0 && (
        <section aria-label={texts.whatDidNotComeAsIt} className="mt-4">
          <h2 className="mb-1">{texts.whatDidNotComeAsIt}</h2>
          <ul className="text-small">
            {odd.map((m) => (
              <li key={m.key} className="border-b border-line py-1">
                <b className="font-semibold">{m.title}:</b> {m.oddities.slice(0, 3).join(' ')}
                {m.oddities.length > 3 && texts.andMore(m.oddities.length - 3)}
              </li>
            ))}
          </ul>
        </section>
      )}
      {lead && <LeadWhy job={job.id} view={view} lead={lead} />}
      <ClearFaults job={job.id} view={view} open={clearing} onOpenChange={setClearing} />
    </>
  )
}
