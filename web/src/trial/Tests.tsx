import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { get, type TrialCan, type TrialKept } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { verdicts, texts } from './words'

/** Tests that this unit can do, and what those done have shown. */
export function Tests() {
  const { job } = useJob()
  const liveRoll = useLive('roll')
  const liveLink = useLive('link')
  const can = useQuery({
    queryKey: ['trial-can', job.id, liveRoll?.state, liveLink?.state],
    queryFn: () => get<TrialCan>(`/api/jobs/${job.id}/trials/can`),
  })
  const done = useQuery({
    queryKey: ['trials', job.id],
    queryFn: () => get<TrialKept[]>(`/api/jobs/${job.id}/trials`),
  })
  const ready = (can.data?.engines.length ?? 0) > 0
  return (
    <>
      <h1 className="mb-3">{texts.tests}</h1>
      <ProblemBox problem={can.error ?? done.error} />
      <section aria-label={texts.cylinderCutoutByHand} className="mb-5 border-y border-line py-3">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h2>{texts.cylinderCutoutByHand}</h2>
          <span className="text-ink-2">{texts.about3MinEngineIdling}</span>
          {ready ? (
            <span className="ml-auto flex gap-2">
              {can.data?.engines.map((e) => (
                <Link
                  key={e.id}
                  className="btn btn-main"
                  to={`/jobs/${job.id}/tests/cutout?engine=${encodeURIComponent(e.id)}`}
                >
                  {(can.data?.engines.length ?? 0) > 1
                    ? texts.openTheTest(e.title.toLowerCase())
                    : texts.openTheTest2}
                </Link>
              ))}
            </span>
          ) : (
            <Link className="btn ml-auto" to={`/jobs/${job.id}/hook-up`}>
              {liveLink?.state === 'UP' ? texts.callTheRollFirst : texts.hookUpFirst}
            </Link>
          )}
        </div>
        <p className="max-w-[70ch]">{texts.singleCylindersAreSwitchedOffAnd}</p>
        {can.data && !can.data.known && <p className="text-ink-2">{texts.thePackOfThisUnitNames}</p>}
      </section>
      <section aria-label={texts.testsDone}>
        <h2 className="mb-1">{texts.doneInThisJob}</h2>
        {(done.data ?? []).length === 0 ? (
          <p className="text-ink-2">{texts.noneYet}</p>
        ) : (
          <ul>
            {done.data?.map((t) => (
              <li key={t.id} className="border-b border-line py-2">
                <Link to={`/jobs/${job.id}/tests/${t.id}`} className="flex flex-wrap items-baseline gap-3">
                  <span className={`mark ${t.cutout.verdict === 'FAIL' ? 'mark-filled' : ''}`}>
                    {verdicts[t.cutout.verdict]}
                  </span>
                  <b className="font-semibold">{texts.cylinderCutoutByHand}</b>
                  <span className="text-ink-2">
                    {t.engine},{' '}
                    {new Date(t.endedAt).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })},{' '}
                    {t.who}
                  </span>
                </Link>
                <p className="text-[15px]">{t.cutout.verdictSays}</p>
              </li>
            ))}
          </ul>
        )}
      </section>
      <Why title={texts.tests}>
        <WhyPart head={texts.whatTheyAre}>{texts.theUnitIsMadeToDo}</WhyPart>
        <WhyPart head={texts.safety}>{texts.aTestStartsOnlyWhenEvery}</WhyPart>
      </Why>
    </>
  )
}
