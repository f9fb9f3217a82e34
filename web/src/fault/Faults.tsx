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
import { LampsByModule } from './LampStates'
import { LeadList } from './LeadList'
import { LeadWhy } from './LeadWhy'

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
        <h1 className="mb-2">Where to start</h1>
        <p className="mb-4 text-ink-2">
          The faults have not been read in this job. The full roll call reads them from every module, with
          their times and frozen values.
        </p>
        {canAsk ? (
          <button
            className="btn btn-main"
            disabled={roll?.state === 'UNDER_WAY'}
            onClick={() => callRoll.mutate()}
          >
            {roll?.state === 'UNDER_WAY' ? 'Calling the roll first' : 'Call the roll and read the faults'}
          </button>
        ) : (
          <Link className="btn btn-main" to={`/jobs/${job.id}/hook-up`}>
            Hook up first
          </Link>
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
        <h1>Where to start</h1>
        <p className="text-ink-2" aria-live="polite">
          {count(view.faults.length, 'fault')} from{' '}
          {count(view.modules.filter((m) => m.faults > 0).length, 'module')}
          {underWay
            ? ', reading'
            : view.why === 'REPLAY'
              ? ', replayed from a stored hook-up'
              : `, read ${ago(new Date(view.readAt), new Date())}`}
          {view.state === 'CUT_SHORT' && '; it ended halfway, what was found is kept'}
        </p>
        {canAsk && (
          <button className="btn btn-main ml-auto" disabled={underWay} onClick={() => read.mutate()}>
            Read faults again
          </button>
        )}
      </div>
      <div className="mb-3 flex flex-wrap items-center gap-2 border-y border-line py-2">
        <Link className="btn" to={`/jobs/${job.id}/faults/compare`}>
          Compare reads
        </Link>
        {canAsk && (
          <button
            className="btn"
            aria-pressed={watching}
            disabled={underWay && !watching}
            onClick={() => watch.mutate(!watching)}
          >
            {watching ? 'Stop watching for changes' : 'Watch for changes'}
          </button>
        )}
        {mayCommand && (
          <>
            <button className="btn" disabled={underWay} onClick={() => selfTest.mutate()}>
              Test circuits now
            </button>
            <button className="btn" disabled={underWay} onClick={() => setClearing(true)}>
              Clear faults
            </button>
          </>
        )}
        {view.moves > 0 && (
          <button className="btn" onClick={() => undo.mutate()}>
            Take the last move back
          </button>
        )}
        {watching && (
          <span className="text-[15px] text-ink-2">
            Modules are listened to; a change is read and shown here and in the logbook.
          </span>
        )}
      </div>
      <ProblemBox problem={read.error ?? watch.error ?? selfTest.error ?? undo.error} />
      <div aria-live="polite">
        {liveChanged && liveChanged.length > 0 && (
          <div className="mb-3 border-l-4 border-ink px-3 py-1">
            <b className="font-semibold">Changed since the read before:</b>
            <ul>
              {liveChanged.slice(0, 6).map((c) => (
                <li key={c}>{c}</li>
              ))}
            </ul>
            {liveChanged.length > 6 && <p>and {liveChanged.length - 6} more; compare the reads.</p>}
          </div>
        )}
        {liveSelfTest && !liveSelfTest.ended && (
          <p className="mb-3 border-l-4 border-ink px-3 py-1 font-medium">
            Modules test their circuits: {liveSelfTest.modules.filter((m) => m.ended).length} of{' '}
            {liveSelfTest.modules.length} done.
          </p>
        )}
        {liveSelfTest?.ended && (
          <p className="mb-3 text-[15px] text-ink-2">
            Last self-test: {liveSelfTest.modules.map((m) => `${m.title}: ${m.says}`).join('; ')}.
          </p>
        )}
      </div>
      {unread.length > 0 && !underWay && (
        <p className="mb-3 text-ink-2">
          Not read, so nothing is known of their faults: {unread.map((m) => m.title).join(', ')}.
        </p>
      )}
      {wiped && (
        <p className="mb-3 border-l-4 border-ink px-3 py-1">
          <b className="font-semibold">{said(wiped.title)}</b> What is missing here may stand in the story.{' '}
          <Link className="underline" to={`/jobs/${job.id}/story`}>
            Read the story
          </Link>
        </p>
      )}
      {view.leads.length > 0 && today === 0 && (
        <p className="mb-2 text-[18px] font-medium">
          Nothing here belongs to today. What is kept was last there some time ago.
        </p>
      )}
      {view.leads.length === 0 && !underWay && (
        <p className="text-[18px]">
          No module keeps a fault, and every expected module answers. If the complaint stands, go on with live
          values and tests.
        </p>
      )}
      <LeadList view={view} selected={lead?.id} onSelect={setChosen} />
      <HourLine view={view} story={story} selected={lead?.id} onSelect={setChosen} />
      <section aria-label="Lamps" className="mt-6">
        <div className="mb-2 flex flex-wrap items-center gap-4">
          <h2>Lamps that modules command</h2>
          <Link className="btn ml-auto" to={`/jobs/${job.id}/faults/lamps`}>
            Check the lamps
          </Link>
        </div>
        {roll && <LampsByModule modules={roll.modules.filter((m) => m.lamps != null)} />}
      </section>
      {odd.length > 0 && (
        <section aria-label="What did not come as it should" className="mt-4">
          <h2 className="mb-1">What did not come as it should</h2>
          <ul className="text-[15px]">
            {odd.map((m) => (
              <li key={m.key} className="border-b border-line py-1">
                <b className="font-semibold">{m.title}:</b> {m.oddities.slice(0, 3).join(' ')}
                {m.oddities.length > 3 && ` And ${m.oddities.length - 3} more.`}
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
