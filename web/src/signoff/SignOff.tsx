import { useQuery } from '@tanstack/react-query'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { get } from '../api/client'
import type { components } from '../api/generated/schema'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { useSettings } from '../shared/settings'
import { count } from '../shared/words'
import { verdicts } from '../trial/words'

type State = components['schemas']['SignOffView']

/** What is still open, what changed since the first read, and the report. */
export function SignOff() {
  const { job, faults } = useJob()
  const { units } = useSettings()
  const said = useSaid()
  const { data, error } = useQuery({
    queryKey: ['sign-off', job.id, faults?.readId],
    queryFn: () => get<State>(`/api/jobs/${job.id}/sign-off`),
  })
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <h1>Sign-off</h1>
        {data && (
          <p className="text-ink-2" aria-live="polite">
            {data.open.length === 0 ? 'nothing is open' : `${count(data.open.length, 'thing')} open`}
          </p>
        )}
        <span className="ml-auto flex gap-2">
          <a
            className="btn btn-main"
            href={`/api/jobs/${job.id}/report.pdf?units=${units.toUpperCase()}`}
            target="_blank"
            rel="noreferrer"
          >
            Report, one page
          </a>
          <a
            className="btn"
            href={`/api/jobs/${job.id}/report.pdf?full=true&units=${units.toUpperCase()}`}
            target="_blank"
            rel="noreferrer"
          >
            Full report
          </a>
          <a className="btn" href={`/api/jobs/${job.id}/case-file`} download>
            Case file
          </a>
        </span>
      </div>
      <ProblemBox problem={error} />
      {data && (
        <>
          <section aria-label="Still open" className="mb-6">
            <h2 className="mb-2">Still open</h2>
            {data.open.length === 0 ? (
              <p>
                Nothing by the last read. Drive it as the customer does, read once more, then hand over the
                report.
              </p>
            ) : (
              <ul>
                {data.open.map((o) => (
                  <li key={o.says.text} className="border-b border-line py-2">
                    <b className="block text-[17px] font-semibold">{said(o.says)}</b>
                    <span className="text-ink-2">{o.next}</span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          {data.tests.length > 0 && (
            <section aria-label="Tests" className="mb-6">
              <h2 className="mb-2">Tests</h2>
              <ul>
                {data.tests.map((t) => (
                  <Done
                    key={t.id}
                    to={`/jobs/${job.id}/tests/${t.id}`}
                    word={verdicts[t.verdict]}
                    filled={t.verdict === 'FAIL'}
                    title={t.title}
                    at={t.at}
                    says={said(t.says)}
                  />
                ))}
              </ul>
            </section>
          )}
          {data.traces.length > 0 && (
            <section aria-label="Traced" className="mb-6">
              <h2 className="mb-2">Traced</h2>
              <ul>
                {data.traces.map((t) => (
                  <Done
                    key={t.id}
                    to={`/jobs/${job.id}/trace/${t.id}`}
                    word={t.word.charAt(0).toUpperCase() + t.word.slice(1)}
                    filled={t.word === 'found'}
                    title={t.title}
                    at={t.at}
                    says={said(t.says)}
                  >
                    {t.assumed.map((a) => (
                      <p key={a} className="text-[15px]">
                        <span className="mark mark-dotted mr-2">Assumed</span>
                        {said(a)}
                      </p>
                    ))}
                  </Done>
                ))}
              </ul>
            </section>
          )}
          <section aria-label="Before and after">
            <h2 className="mb-2">Before and after</h2>
            {data.reads < 2 ? (
              <p className="text-ink-2">
                {data.reads === 0 ? 'No read is stored yet.' : 'One read so far.'} Read the faults again after
                the repair; the difference then stands here.
              </p>
            ) : (
              <>
                <p className="mb-2 text-ink-2">
                  From the first to the last of {data.reads} reads.{' '}
                  <Link className="text-petrol underline" to={`/jobs/${job.id}/faults/compare`}>
                    Compare any two
                  </Link>
                </p>
                <ul>
                  {data.changes.map((c) => (
                    <li
                      key={`${c.moduleTitle} ${c.spn} ${c.fmi}`}
                      className="grid grid-cols-[220px_1fr_auto] gap-x-4 border-b border-line py-1.5"
                    >
                      <b className="font-semibold">{c.change}</b>
                      <span>
                        {c.component}, {c.mode} <span className="text-ink-2">{c.moduleTitle}</span>
                      </span>
                      <span className="code">
                        SPN {c.spn} FMI {c.fmi}
                      </span>
                    </li>
                  ))}
                </ul>
              </>
            )}
          </section>
        </>
      )}
      <Why title="Sign-off">
        <WhyPart head="What it is">
          A job can be handed over when nothing is open, or when what is open is known and said. The report
          says it too.
        </WhyPart>
        <WhyPart head="Case file">
          Everything of this job in one archive: reads, story, recordings, tests, logbook, pictures, traffic.
          It opens at another Hitch Lamp with every view, without the unit.
        </WhyPart>
        <WhyPart head="Next">
          <span className="flex flex-col gap-2">
            <Link className="btn" to={`/jobs/${job.id}/faults`}>
              Where to start
            </Link>
            <Link className="btn" to={`/jobs/${job.id}/logbook`}>
              Logbook
            </Link>
          </span>
        </WhyPart>
      </Why>
    </>
  )
}

/** A test or a guide of this job with what it came to. */
function Done({
  to,
  word,
  filled,
  title,
  at,
  says,
  children,
}: {
  to: string
  word: string
  filled: boolean
  title: string
  at: string
  says: string
  children?: ReactNode
}) {
  return (
    <li className="border-b border-line py-2">
      <Link to={to} className="flex flex-wrap items-baseline gap-3">
        <span className={`mark ${filled ? 'mark-filled' : ''}`}>{word}</span>
        <b className="font-semibold">{title}</b>
        <span className="text-ink-2">
          {new Date(at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })}
        </span>
      </Link>
      <p className="text-[15px]">{says}</p>
      {children}
    </li>
  )
}
