import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useParams } from 'react-router'
import { get, type TrialKept } from '../api/client'
import { useJob } from '../job/jobContext'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { useBoard } from './boards'
import { useEarlier } from './earlier'
import { TrialBody } from './TrialBody'
import { TrialWhy } from './TrialWhy'
import { endings, texts } from './words'

/** A run that was kept: the same evidence, the verdict by the rules of now, no acts. */
export function KeptTrial() {
  const { job } = useJob()
  const said = useSaid()
  const id = Number(useParams().trial)
  const { data, error } = useQuery({
    queryKey: ['trial', id],
    queryFn: () => get<TrialKept>(`/api/jobs/${job.id}/trials/${id}`),
  })
  const board = useBoard(data?.view?.kind)
  const earlier = useEarlier(job.id, data?.view ?? undefined).filter((r) => r.id < id)
  if (error) return <ProblemBox problem={error} />
  if (!data) return <p className="text-ink-2">{texts.oneMoment}</p>
  const { head, view } = data
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>{head.title}</h1>
        <p className="text-ink-2">
          {head.moduleTitle}, {new Date(head.endedAt ?? head.beganAt).toLocaleString()}, {head.who}
        </p>
        <span className="ml-auto flex gap-2">
          {head.recording != null && (
            <ButtonLink to={`/jobs/${job.id}/watch/recordings/${head.recording}`}>
              {texts.itsRecording}
            </ButtonLink>
          )}
          <ButtonLink to={`/jobs/${job.id}/tests`}>{texts.allTests}</ButtonLink>
        </span>
      </div>
      <p className="mb-3 text-ink-2">{head.ending ? endings[head.ending] : texts.itsEndIsNotKnown}</p>
      {view ? (
        <>
          <TrialBody view={view} board={board} earlier={earlier} />
          <p className="mt-2 text-ink-2">{said(view.judgement.next)}</p>
        </>
      ) : (
        <p>{head.says ? said({ text: head.says }) : texts.nothingOfItWasStored}</p>
      )}
      <TrialWhy kept view={view ?? undefined} board={board} job={job.id} />
    </>
  )
}
