import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { post, type StoryView } from '../api/client'
import { protectionRows, trailEvents } from '../fault/HourLine'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { HourAxis } from '../shared/HourAxis'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { ago, count } from '../shared/words'
import { Counters } from './Counters'
import { DutyMap } from './DutyMap'
import { Figures } from './Figures'
import { FindingList } from './FindingList'
import { Protection } from './Protection'
import { ResetTrip } from './ResetTrip'
import { SpeedBands } from './SpeedBands'
import { findingMeans } from './words'

/** What the unit remembers: findings in sentences first, then protection, trip and life, trail, counters. */
export function Story() {
  const { job, roll, story } = useJob()
  const said = useSaid()
  const liveLink = useLive('link')
  const me = useMe()
  const [chosen, setChosen] = useState(0)
  const [resetting, setResetting] = useState(false)
  const read = useMutation({ mutationFn: () => post(`/api/jobs/${job.id}/story/read`) })
  const canAsk = liveLink?.state === 'UP' && liveLink.address !== null && me.rights.includes('READ')
  if (!story)
    return (
      <>
        <h1 className="mb-2">Story</h1>
        <p className="mb-4 max-w-[70ch] text-ink-2">
          What the unit remembers was not read in this job: protection records, trip and life, what tools did,
          what was wiped. It is read by itself after the full roll call.
        </p>
        {canAsk && roll ? (
          <button className="btn btn-main" disabled={read.isPending} onClick={() => read.mutate()}>
            Read the story
          </button>
        ) : (
          <Link className="btn btn-main" to={`/jobs/${job.id}/hook-up`}>
            {canAsk ? 'Call the roll first' : 'Hook up first'}
          </Link>
        )}
        <ProblemBox problem={read.error} />
      </>
    )
  const underWay = story.state === 'UNDER_WAY'
  const told = story.modules.filter((m) => m.tells).length
  const odd = story.modules.filter((m) => m.oddities.length > 0)
  const finding = story.findings[Math.min(chosen, story.findings.length - 1)]
  return (
    <>
      <p className="hidden print:block">
        {job.fleetNumber}, job {job.number}
        {story.hours != null &&
          `, at ${story.hours.toLocaleString('en', { maximumFractionDigits: 1 })} engine hours`}
        , read {new Date(story.readAt).toLocaleString()}
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>Story</h1>
        <p className="text-ink-2" aria-live="polite">
          {count(told, 'module')} told
          {underWay
            ? ', reading'
            : story.why === 'REPLAY'
              ? ', replayed from a stored hook-up'
              : `, read ${ago(new Date(story.readAt), new Date())}`}
          {story.state === 'CUT_SHORT' && '; it ended halfway, what was found is kept'}
        </p>
        {canAsk && (
          <button
            className="no-print btn btn-main ml-auto"
            disabled={underWay || read.isPending}
            onClick={() => read.mutate()}
          >
            Read the story again
          </button>
        )}
      </div>
      <div className="no-print mb-3 flex flex-wrap items-center gap-2 border-y border-line py-2">
        <Link className="btn" to={`/jobs/${job.id}/story/compare`}>
          Compare over units and visits
        </Link>
        <button className="btn" onClick={() => window.print()}>
          Print one sheet
        </button>
        {canAsk && story.resets && me.rights.includes('COMMAND') && (
          <button className="btn" disabled={underWay} onClick={() => setResetting(true)}>
            Reset the trip
          </button>
        )}
      </div>
      <ProblemBox problem={read.error} />
      {story.findings.length === 0 && !underWay ? (
        <p className="mb-4 text-[18px]">
          Nothing to point out: no sign of a clear before this visit, nothing out of its safe range, no
          figures at odds.
        </p>
      ) : (
        <FindingList findings={story.findings} chosen={chosen} onChoose={setChosen} />
      )}
      <Body story={story} job={job.id} />
      {odd.length > 0 && (
        <section aria-label="What did not come as it should" className="mt-6">
          <h2 className="mb-1">What did not come as it should</h2>
          <ul className="text-[15px]">
            {odd.map((m) => (
              <li key={m.key} className="border-b border-line py-1">
                <b className="font-semibold">{m.title}:</b> {m.oddities.join(' ')}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Why title={finding ? said(finding.title) : 'Story'}>
        <WhyPart head="Why read it">
          A fault list can be cleared. Protection records, counters and the time since a clear cannot.
        </WhyPart>
        {finding && <WhyPart head="What it means">{findingMeans[finding.kind]}</WhyPart>}
        <WhyPart head="Next">
          {finding && <p className="mb-2">{finding.next}</p>}
          <span className="flex flex-col gap-2">
            <Link className="btn" to={`/jobs/${job.id}/faults`}>
              Where to start
            </Link>
            <Link className="btn" to={`/jobs/${job.id}/sign-off`}>
              Sign-off
            </Link>
          </span>
        </WhyPart>
      </Why>
      <ResetTrip job={job.id} open={resetting} onOpenChange={setResetting} />
    </>
  )
}

function Body({ story, job }: { story: StoryView; job: number }) {
  const trail = trailEvents(story)
  return (
    <>
      <section aria-label="Protection" className="mt-6">
        <h2 className="mb-1">Out of the safe range</h2>
        <Protection records={story.protection} now={story.hours} />
      </section>
      {story.engines.some((e) => e.figures.length > 0) && (
        <section aria-label="Trip and life" className="mt-6">
          <h2 className="mb-1">Trip and life</h2>
          <Figures engines={story.engines} job={job} />
        </section>
      )}
      <section aria-label="Speed and load" className="mt-6">
        <h2 className="mb-1">Speed and load</h2>
        {story.engines.length === 0 && <DutyMap life={undefined} trip={undefined} />}
        {story.engines.map((e) => (
          <div key={e.name} className="mb-4">
            {e.name && <h3 className="mb-1 font-semibold">{e.name}</h3>}
            <DutyMap life={e.lifeDuty} trip={e.tripDuty} of={e.name} />
          </div>
        ))}
      </section>
      {story.engines[0]?.bands && (
        <section aria-label="Speed" className="mt-6">
          <h2 className="mb-1">Hours at each speed, whole life</h2>
          <SpeedBands bands={story.engines[0].bands} />
        </section>
      )}
      <div className="no-print">
        <HourAxis wide now={story.hours} rows={protectionRows(story)} events={trail} />
      </div>
      <section aria-label="Trail" className="mt-6">
        <h2 className="mb-1">Trail: what tools did</h2>
        {story.trail.length === 0 ? (
          <p className="text-ink-2">No module keeps a trail, or nothing was done.</p>
        ) : (
          <ul className="text-[15px]">
            {story.trail.slice(0, 12).map((t, i) => (
              <li key={i} className="grid grid-cols-[120px_1fr_auto] gap-3 border-b border-line py-1">
                <span className="text-right">
                  {t.hour.toLocaleString('en', { minimumFractionDigits: 1, maximumFractionDigits: 1 })} h
                </span>
                <span>
                  {t.title} <span className="text-ink-2">{t.module}</span>
                </span>
                <span className="code">{t.tool || 'tool not named'}</span>
              </li>
            ))}
          </ul>
        )}
        {story.trail.length > 12 && (
          <p className="text-[15px] text-ink-2">
            The latest 12 of {story.trail.length}; the hour line has all of them.
          </p>
        )}
      </section>
      <section aria-label="Failure counters" className="mt-6">
        <h2 className="mb-1">Failures counted</h2>
        <Counters counters={story.counters} />
      </section>
    </>
  )
}
