import { ButtonLink } from '../shared/ButtonLink'
import type { TrialView } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { useSaid } from '../shared/said'
import type { Board } from './boards'
import { Together } from './Together'
import { texts } from './words'

/** How the figures of a test are found, what to keep clear of, and the next step. */
export function TrialWhy({
  view,
  board,
  job,
  kept,
}: {
  view: TrialView | undefined
  board: Board | undefined
  job: number
  /** A run of before: what the newest tests mean together says nothing of it. */
  kept?: boolean
}) {
  const said = useSaid()
  const { faults } = useJob()
  const ended = view?.stage === 'ENDED'
  const failed = ended && view.judgement.verdict === 'FAIL'
  const leads = faults?.leads.some((l) => l.bearing === 'TODAY') ?? false
  const next = (
    <>
      {view && !kept && <Together view={view} job={job} />}
      <WhyPart head={texts.next}>
        {view && (ended || view.judgement.measured.some((m) => m.value != null)) && (
          <p className="mb-2">{said(view.judgement.next)}</p>
        )}
        <span className="flex flex-col gap-2">
          {view && view.trace.names.length > 0 && (
            <ButtonLink to={`/jobs/${job}/watch?set=${view.kind}&view=traces`}>
              {texts.itsLiveValues}
            </ButtonLink>
          )}
          {failed && leads && (
            <ButtonLink main to={`/jobs/${job}/faults`}>
              {texts.todaysLeads}
            </ButtonLink>
          )}
          {failed && (
            <ButtonLink main={!leads} to={`/jobs/${job}/sign-off`}>
              {texts.enterTheRepair}
            </ButtonLink>
          )}
          <ButtonLink to={`/jobs/${job}/tests`}>{texts.allTests}</ButtonLink>
        </span>
      </WhyPart>
    </>
  )
  // Once it has ended, what to do now is what is looked for; how it is found can wait.
  return (
    <Why title={view?.title ?? texts.test}>
      {ended && next}
      {view &&
        board?.why?.(view).map((w) => (
          <WhyPart key={w.head} head={w.head}>
            {w.text}
          </WhyPart>
        ))}
      {view && <WhyPart head={texts.limitsFrom}>{view.source}.</WhyPart>}
      {!ended && next}
      {view?.hazards.map((h) => (
        <p key={h} className="mt-auto text-small font-semibold text-ink-2">
          {said(h)}
        </p>
      ))}
    </Why>
  )
}
