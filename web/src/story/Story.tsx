import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
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
import { Regenerations } from './Regenerations'
import { ResetTrip } from './ResetTrip'
import { SpeedBands } from './SpeedBands'
import { findingMeans, texts } from './words'

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
        <h1 className="mb-2">{texts.story}</h1>
        <p className="mb-4 max-w-[70ch] text-ink-2">{texts.whatTheUnitRemembersWasNot}</p>
        {canAsk && roll ? (
          <Button main disabled={read.isPending} onClick={() => read.mutate()}>
            {texts.readTheStory}
          </Button>
        ) : (
          <ButtonLink main to={`/jobs/${job.id}/hook-up`}>
            {canAsk ? texts.callTheRollFirst : texts.hookUpFirst}
          </ButtonLink>
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
        {texts.job(job.fleetNumber, job.number)}
        {story.hours != null &&
          texts.atEngineHours(story.hours.toLocaleString('en', { maximumFractionDigits: 1 }))}
        {texts.read(new Date(story.readAt).toLocaleString())}
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.story}</h1>
        <p className="text-ink-2" aria-live="polite">
          {texts.told(
            count(told, 'module'),
            underWay
              ? texts.reading
              : story.why === 'REPLAY'
                ? texts.replayedFromAStoredHookUp
                : texts.read(ago(new Date(story.readAt), new Date())),
          )}
          {story.state === 'CUT_SHORT' && texts.itEndedHalfwayWhatWasFound}
        </p>
        {canAsk && (
          <Button
            main
            className="no-print ml-auto"
            disabled={underWay || read.isPending}
            onClick={() => read.mutate()}
          >
            {texts.readTheStoryAgain}
          </Button>
        )}
      </div>
      <div className="no-print mb-3 flex flex-wrap items-center gap-2 border-y border-line py-2">
        <ButtonLink to={`/jobs/${job.id}/story/compare`}>{texts.compareOverUnitsAndVisits}</ButtonLink>
        <Button onClick={() => window.print()}>{texts.printOneSheet}</Button>
        {canAsk && story.resets && me.rights.includes('COMMAND') && (
          <Button disabled={underWay} onClick={() => setResetting(true)}>
            {texts.resetTheTrip}
          </Button>
        )}
      </div>
      <ProblemBox problem={read.error} />
      {story.findings.length === 0 && !underWay ? (
        <p className="mb-4 text-large">{texts.nothingToPointOutNoSign}</p>
      ) : (
        <FindingList findings={story.findings} chosen={chosen} onChoose={setChosen} />
      )}
      <Body story={story} job={job.id} />
      {odd.length > 0 && (
        <section aria-label={texts.whatDidNotComeAsIt} className="mt-6">
          <h2 className="mb-1">{texts.whatDidNotComeAsIt}</h2>
          <ul className="text-small">
            {odd.map((m) => (
              <li key={m.key} className="border-b border-line py-1">
                <b className="font-semibold">{m.title}:</b> {m.oddities.join(' ')}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Why title={finding ? said(finding.title) : texts.story}>
        <WhyPart head={texts.whyReadIt}>{texts.aFaultListCanBeCleared}</WhyPart>
        {finding && <WhyPart head={texts.whatItMeans}>{findingMeans[finding.kind]}</WhyPart>}
        <WhyPart head={texts.next}>
          {finding && <p className="mb-2">{finding.next}</p>}
          <span className="flex flex-col gap-2">
            <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
            <ButtonLink to={`/jobs/${job.id}/sign-off`}>{texts.signOff}</ButtonLink>
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
      <section aria-label={texts.protection} className="mt-6">
        <h2 className="mb-1">{texts.outOfTheSafeRange}</h2>
        <Protection records={story.protection} now={story.hours} />
      </section>
      {story.engines.some((e) => e.figures.length > 0) && (
        <section aria-label={texts.tripAndLife} className="mt-6">
          <h2 className="mb-1">{texts.tripAndLife}</h2>
          <Figures engines={story.engines} job={job} />
        </section>
      )}
      {story.engines
        .filter((e) => e.regenerations.length > 0)
        .map((e) => (
          <section key={e.name} aria-label={texts.regenerations(e.name)} className="mt-6">
            <h2 className="mb-1">{texts.regenerations(e.name)}</h2>
            <Regenerations engine={e} now={e.hours ?? story.hours} />
          </section>
        ))}
      <section aria-label={texts.speedAndLoad} className="mt-6">
        <h2 className="mb-1">{texts.speedAndLoad}</h2>
        {story.engines.length === 0 && <DutyMap life={undefined} trip={undefined} />}
        {story.engines.map((e) => (
          <div key={e.name} className="mb-4">
            {e.name && <h3 className="mb-1 font-semibold">{e.name}</h3>}
            <DutyMap life={e.lifeDuty} trip={e.tripDuty} of={e.name} />
          </div>
        ))}
      </section>
      {story.engines[0]?.bands && (
        <section aria-label={texts.speed} className="mt-6">
          <h2 className="mb-1">{texts.hoursAtEachSpeedWholeLife}</h2>
          <SpeedBands bands={story.engines[0].bands} />
        </section>
      )}
      <div className="no-print">
        <HourAxis wide now={story.hours} rows={protectionRows(story)} events={trail} />
      </div>
      <section aria-label={texts.trail} className="mt-6">
        <h2 className="mb-1">{texts.trailWhatToolsDid}</h2>
        {story.trail.length === 0 ? (
          <p className="text-ink-2">{texts.noModuleKeepsATrailOr}</p>
        ) : (
          <ul className="text-small">
            {story.trail.slice(0, 12).map((t, i) => (
              <li key={i} className="grid grid-cols-[120px_1fr_auto] gap-3 border-b border-line py-1">
                <span className="text-right">
                  {t.hour.toLocaleString('en', { minimumFractionDigits: 1, maximumFractionDigits: 1 })} h
                </span>
                <span>
                  {t.title} <span className="text-ink-2">{t.module}</span>
                </span>
                <span className="code">{t.tool || texts.toolNotNamed}</span>
              </li>
            ))}
          </ul>
        )}
        {story.trail.length > 12 && (
          <p className="text-small text-ink-2">{texts.theLatest12OfTheHour(story.trail.length)}</p>
        )}
      </section>
      <section aria-label={texts.failureCounters} className="mt-6">
        <h2 className="mb-1">{texts.failuresCounted}</h2>
        <Counters counters={story.counters} />
      </section>
    </>
  )
}
