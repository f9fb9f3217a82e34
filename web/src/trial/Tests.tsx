import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { get, type TrialCan, type TrialKept } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { verdicts } from './words'

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
      <h1 className="mb-3">Tests</h1>
      <ProblemBox problem={can.error ?? done.error} />
      <section aria-label="Cylinder cutout by hand" className="mb-5 border-y border-line py-3">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h2>Cylinder cutout by hand</h2>
          <span className="text-ink-2">about 3 min, engine idling</span>
          {ready ? (
            <span className="ml-auto flex gap-2">
              {can.data?.engines.map((e) => (
                <Link
                  key={e.id}
                  className="btn btn-main"
                  to={`/jobs/${job.id}/tests/cutout?engine=${encodeURIComponent(e.id)}`}
                >
                  {(can.data?.engines.length ?? 0) > 1
                    ? `Open the test, ${e.title.toLowerCase()}`
                    : 'Open the test'}
                </Link>
              ))}
            </span>
          ) : (
            <Link className="btn ml-auto" to={`/jobs/${job.id}/hook-up`}>
              {liveLink?.state === 'UP' ? 'Call the roll first' : 'Hook up first'}
            </Link>
          )}
        </div>
        <p className="max-w-[70ch]">
          Single cylinders are switched off and on while you listen. What each does shows in the speed that is
          lost and the fuel that the governor adds. At the end, on Esc and on every fault, all fire again.
        </p>
        {can.data && !can.data.known && (
          <p className="text-ink-2">
            The pack of this unit names no such control. Call the roll, so that the unit is known.
          </p>
        )}
      </section>
      <section aria-label="Tests done">
        <h2 className="mb-1">Done in this job</h2>
        {(done.data ?? []).length === 0 ? (
          <p className="text-ink-2">None yet.</p>
        ) : (
          <ul>
            {done.data?.map((t) => (
              <li key={t.id} className="border-b border-line py-2">
                <Link to={`/jobs/${job.id}/tests/${t.id}`} className="flex flex-wrap items-baseline gap-3">
                  <span className={`mark ${t.cutout.verdict === 'FAIL' ? 'mark-filled' : ''}`}>
                    {verdicts[t.cutout.verdict]}
                  </span>
                  <b className="font-semibold">Cylinder cutout by hand</b>
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
      <Why title="Tests">
        <WhyPart head="What they are">
          The unit is made to do something, and its response is judged against what physics expects: pass,
          fail or cannot tell, with the evidence.
        </WhyPart>
        <WhyPart head="Safety">
          A test starts only when every precondition holds. Whatever is held is shown in the amber strip; Esc
          lets go of it from any page.
        </WhyPart>
      </Why>
    </>
  )
}
