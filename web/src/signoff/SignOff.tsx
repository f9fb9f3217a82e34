import { Mark } from '../shared/Mark'
import { ButtonAnchor } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
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
import { Repairs } from './Repairs'
import { verdicts } from '../trial/words'
import { texts } from './words'

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
        <h1>{texts.signOff}</h1>
        {data && (
          <p className="text-ink-2" aria-live="polite">
            {data.open.length === 0 ? texts.nothingIsOpen : texts.open(count(data.open.length, 'thing'))}
          </p>
        )}
        <span className="ml-auto flex gap-2">
          <ButtonAnchor
            main
            href={`/api/jobs/${job.id}/report.pdf?units=${units.toUpperCase()}`}
            target="_blank"
            rel="noreferrer"
          >
            {texts.reportOnePage}
          </ButtonAnchor>
          <ButtonAnchor
            href={`/api/jobs/${job.id}/report.pdf?full=true&units=${units.toUpperCase()}`}
            target="_blank"
            rel="noreferrer"
          >
            {texts.fullReport}
          </ButtonAnchor>
          <ButtonAnchor href={`/api/jobs/${job.id}/case-file`} download>
            {texts.caseFile}
          </ButtonAnchor>
        </span>
      </div>
      <ProblemBox problem={error} />
      {data && (
        <>
          <section aria-label={texts.stillOpen} className="mb-6">
            <h2 className="mb-2">{texts.stillOpen}</h2>
            {data.open.length === 0 ? (
              <p>{texts.nothingByTheLastReadDrive}</p>
            ) : (
              <ul>
                {data.open.map((o, i) => (
                  // Two modules may say the same of themselves.
                  <li key={`${i} ${o.says.text}`} className="border-b border-line py-2">
                    <b className="block text-lead font-semibold">{said(o.says)}</b>
                    <span className="text-ink-2">{said(o.next)}</span>
                  </li>
                ))}
              </ul>
            )}
          </section>
          <Repairs />
          {data.tests.length > 0 && (
            <section aria-label={texts.tests} className="mb-6">
              <h2 className="mb-2">{texts.tests}</h2>
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
            <section aria-label={texts.traced} className="mb-6">
              <h2 className="mb-2">{texts.traced}</h2>
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
                      <p key={a} className="text-small">
                        <Mark look="dotted" className="mr-2">
                          {texts.assumed}
                        </Mark>
                        {said(a)}
                      </p>
                    ))}
                  </Done>
                ))}
              </ul>
            </section>
          )}
          <section aria-label={texts.beforeAndAfter}>
            <h2 className="mb-2">{texts.beforeAndAfter}</h2>
            {data.reads < 2 ? (
              <p className="text-ink-2">
                {texts.readTheFaultsAgainAfterThe(
                  data.reads === 0 ? texts.noReadIsStoredYet : texts.oneReadSoFar,
                )}
              </p>
            ) : (
              <>
                <p className="mb-2 text-ink-2">
                  {texts.fromTheFirstToTheLast(data.reads)}
                  <Link className="text-petrol underline" to={`/jobs/${job.id}/faults/compare`}>
                    {texts.compareAnyTwo}
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
                      <span className="code">{texts.spnFmi(c.spn, c.fmi)}</span>
                    </li>
                  ))}
                </ul>
              </>
            )}
          </section>
        </>
      )}
      <Why title={texts.signOff}>
        <WhyPart head={texts.whatItIs}>{texts.aJobCanBeHandedOver}</WhyPart>
        <WhyPart head={texts.caseFile}>{texts.everythingOfThisJobInOne}</WhyPart>
        <WhyPart head={texts.next}>
          <span className="flex flex-col gap-2">
            <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
            <ButtonLink to={`/jobs/${job.id}/logbook`}>{texts.logbook}</ButtonLink>
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
        <Mark look={filled ? 'filled' : ''}>{word}</Mark>
        <b className="font-semibold">{title}</b>
        <span className="text-ink-2">
          {new Date(at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })}
        </span>
      </Link>
      <p className="text-small">{says}</p>
      {children}
    </li>
  )
}
