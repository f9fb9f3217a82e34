import { Mark } from '../shared/Mark'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { get, type TrialHead, type TrialOffer } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { OfferRow } from './OfferRow'
import { trialPath } from './paths'
import { endings, lasts, risks, texts, verdicts } from './words'

/** Tests that this unit can do, those for today's leads first, and what those done have shown. */
export function Tests() {
  const { job, faults } = useJob()
  const liveRoll = useLive('roll')
  const liveLink = useLive('link')
  const [chosen, setChosen] = useState<string>()
  const offers = useQuery({
    queryKey: ['offers', job.id, liveRoll?.state, liveLink?.state, faults?.readId],
    // Of a job that came with a case file nothing can be run: what was run is all there is.
    enabled: job.state !== 'CASE',
    queryFn: () => get<TrialOffer[]>(`/api/jobs/${job.id}/trials/offers`),
  })
  const done = useQuery({
    queryKey: ['trials', job.id],
    queryFn: () => get<TrialHead[]>(`/api/jobs/${job.id}/trials`),
  })
  const all = offers.data ?? []
  const can = all.filter((o) => o.modules.length > 0)
  const cannot = all.filter((o) => o.modules.length === 0)
  const groups = grouped(can)
  const shown = all.find((o) => o.test === chosen) ?? can[0]
  return (
    <>
      <div className="mb-3 flex flex-wrap items-baseline gap-x-4">
        <h1>{texts.tests}</h1>
        {offers.data && all.length > 0 && (
          <p className="text-ink-2">{texts.canAndCannot(can.length, cannot.length)}</p>
        )}
      </div>
      <ProblemBox problem={offers.error ?? done.error} />
      {offers.data && can.length === 0 && (
        <p className="mb-4 flex max-w-[70ch] flex-wrap items-center gap-3">
          {all.length === 0 ? texts.thePackOfThisUnitNames : texts.noneCanBeDoneNow}
          <ButtonLink main to={`/jobs/${job.id}/hook-up`}>
            {liveLink?.state === 'UP' ? texts.callTheRollFirst : texts.hookUpFirst}
          </ButtonLink>
        </p>
      )}
      {groups.map(([head, of]) => (
        <section key={head} aria-label={head} className="mb-4">
          <h2 className="border-b border-line-strong pb-1">{head}</h2>
          {of.map((o) => (
            <OfferRow
              key={o.test}
              offer={o}
              chosen={o === shown}
              job={job.id}
              onChoose={() => setChosen(o.test)}
            />
          ))}
        </section>
      ))}
      {cannot.length > 0 && (
        <section aria-label={texts.whatItCannotDoNow} className="mb-4">
          <h2 className="border-b border-line-strong pb-1">{texts.whatItCannotDoNow}</h2>
          {cannot.map((o) => (
            <p key={o.test} className="border-b border-line py-2">
              <b className="font-semibold">{o.title}</b> <span className="text-ink-2">{o.why}</span>
            </p>
          ))}
        </section>
      )}
      <Done job={job.id} runs={done.data ?? []} />
      <OfferWhy offer={shown} job={job.id} />
    </>
  )
}

/** For today's leads first, then by system; each in the order in which the server has put them. */
function grouped(offers: TrialOffer[]): [string, TrialOffer[]][] {
  const groups = new Map<string, TrialOffer[]>()
  for (const o of offers) {
    const head = o.leads.length > 0 ? texts.forTodaysLeads : o.system
    groups.set(head, [...(groups.get(head) ?? []), o])
  }
  return [...groups]
}

function Done({ job, runs }: { job: number; runs: TrialHead[] }) {
  const said = useSaid()
  return (
    <section aria-label={texts.testsDone}>
      <h2 className="mb-1">{texts.doneInThisJob}</h2>
      {runs.length === 0 ? (
        <p className="text-ink-2">{texts.noneYet}</p>
      ) : (
        <ul>
          {runs.map((t) => (
            <li key={t.id} className="border-b border-line py-2">
              <Link to={`/jobs/${job}/tests/${t.id}`} className="flex flex-wrap items-baseline gap-3">
                <Mark look={t.verdict === 'FAIL' ? 'filled' : t.verdict ? '' : 'dotted'}>
                  {t.verdict ? verdicts[t.verdict] : texts.noVerdict}
                </Mark>
                <b className="font-semibold">{t.title}</b>
                <span className="text-ink-2">
                  {t.moduleTitle},{' '}
                  {new Date(t.endedAt ?? t.beganAt).toLocaleString([], {
                    dateStyle: 'short',
                    timeStyle: 'short',
                  })}
                  , {t.who}
                </span>
              </Link>
              <p className="text-small">
                {t.verdict ? said({ text: t.says }) : t.ending ? endings[t.ending] : texts.itsEndIsNotKnown}
              </p>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}

function OfferWhy({ offer, job }: { offer: TrialOffer | undefined; job: number }) {
  const said = useSaid()
  if (!offer)
    return (
      <Why title={texts.tests}>
        <WhyPart head={texts.whatTheyAre}>{texts.theUnitIsMadeToDo}</WhyPart>
        <WhyPart head={texts.safety}>{texts.aTestStartsOnlyWhenEvery}</WhyPart>
      </Why>
    )
  // Modules ask for the same thing of one engine: it is said once.
  const toDo = [
    ...new Set(
      offer.modules
        .flatMap((m) => m.conditions)
        .filter((c) => c.state === 'FAILS')
        .map((c) => said(c.how)),
    ),
  ]
  return (
    <Why title={offer.title}>
      <WhyPart head={texts.whatItAnswers}>
        {said({ text: offer.answers })}
        {offer.leads.length > 0 && (
          <span className="mt-1 block text-petrol">{texts.forLeads(offer.leads.join(', '))}</span>
        )}
      </WhyPart>
      <WhyPart head={texts.whatItTakes}>
        {texts.engineMinutes(offer.engine, lasts(offer.minutes))}
        {toDo.length > 0 && (
          <ul className="mt-1">
            {toDo.map((how) => (
              <li key={how}>{how}</li>
            ))}
          </ul>
        )}
      </WhyPart>
      <WhyPart head={texts.risk}>
        {risks[offer.risk]} {offer.hazards.map((h) => said({ text: h })).join(' ')}
      </WhyPart>
      <WhyPart head={texts.next}>
        <span className="flex flex-col gap-2">
          {offer.modules.map((m, i) => (
            <ButtonLink key={m.id} main={i === 0} to={trialPath(job, offer.test, m.id)}>
              {offer.modules.length > 1 ? texts.openTheTest(m.title.toLowerCase()) : texts.openTheTest2}
            </ButtonLink>
          ))}
          <ButtonLink to={`/jobs/${job}/faults`}>{texts.todaysLeads}</ButtonLink>
        </span>
      </WhyPart>
      <p className="mt-auto text-small text-ink-2">{texts.aTestStartsOnlyWhenEvery}</p>
    </Why>
  )
}
