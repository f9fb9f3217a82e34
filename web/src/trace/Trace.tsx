import { Mark } from '../shared/Mark'
import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { get, type TraceOffer, type TracesView } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { useKeys } from '../shared/useKeys'
import { useBeginTrace } from './useBeginTrace'
import { stands, texts } from './words'

/** Guides: those of today's leads first, those begun, by complaint, and all parts of the unit. */
export function Trace() {
  const { job, faults } = useJob()
  const liveRoll = useLive('roll')
  const me = useMe()
  const said = useSaid()
  const [typed, setTyped] = useState('')
  const field = useRef<HTMLInputElement>(null)
  const all = useQuery({
    queryKey: ['traces', job.id, liveRoll?.state],
    queryFn: () => get<TracesView>(`/api/jobs/${job.id}/traces`),
  })
  const begin = useBeginTrace(job.id)
  useKeys(useMemo(() => ({ '/': () => field.current?.focus() }), []))
  const offers = all.data?.offers ?? []
  const today = (faults?.leads ?? []).filter((l) => l.bearing === 'TODAY')
  const parts = offers.filter((o) => o.part && o.title.toLowerCase().includes(typed.toLowerCase()))
  const mayFollow = me.rights.includes('READ')
  // The step that most people take next: the guide of the first lead that has one.
  const first = today.flatMap((l) => offers.filter((o) => o.part === l.id))[0]
  return (
    <>
      <h1 className="mb-3">{texts.trace}</h1>
      <ProblemBox problem={all.error ?? begin.error} />
      {all.data && offers.length === 0 && (
        <p className="mb-4 max-w-[60ch]">
          {texts.guidesComeWithThePackOf}
          <Link className="text-petrol underline" to={`/jobs/${job.id}/hook-up`}>
            {texts.hookUpAndCallTheRoll}
          </Link>
          .
        </p>
      )}
      {offers.length > 0 && (
        <section aria-label={texts.forTodaysLeads} className="mb-5">
          <h2 className="mb-1">{texts.forTodaysLeads}</h2>
          {today.length === 0 && (
            <p className="text-ink-2">
              {texts.beginWithTheComplaintOrWith(
                faults ? texts.noFaultBelongsToToday : texts.theFaultsHaveNotBeenRead,
              )}
            </p>
          )}
          <ul>
            {today.map((lead) => {
              const own = offers.filter((o) => o.part === lead.id)
              return (
                <li
                  key={lead.id}
                  className="flex min-h-13 flex-wrap items-center gap-3 border-b border-line py-1"
                >
                  <b className="font-semibold">{lead.title}</b>
                  {own.length === 0 && <span className="text-ink-2">{texts.noGuideForItInThe}</span>}
                  <span className="ml-auto flex gap-2">
                    {own.map((o) => (
                      <Begin
                        key={o.guide}
                        offer={o}
                        main={o === first}
                        disabled={!mayFollow || begin.isPending}
                        onBegin={begin.mutate}
                      />
                    ))}
                    {lead.circuit && (
                      <ButtonLink to={`/jobs/${job.id}/trace/circuits/${lead.id}`}>
                        {texts.itsCircuit}
                      </ButtonLink>
                    )}
                  </span>
                </li>
              )
            })}
          </ul>
        </section>
      )}
      {(all.data?.traces.length ?? 0) > 0 && (
        <section aria-label={texts.begunInThisJob} className="mb-5">
          <h2 className="mb-1">{texts.begunInThisJob}</h2>
          <ul>
            {all.data?.traces.map((t) => (
              <li key={t.id} className="border-b border-line py-2">
                <Link to={`/jobs/${job.id}/trace/${t.id}`} className="flex flex-wrap items-baseline gap-3">
                  <Mark look={t.state === 'FOUND' ? 'filled' : t.state === 'UNDER_WAY' ? '' : 'quiet'}>
                    {stands[t.state]}
                  </Mark>
                  <b className="font-semibold">{t.title}</b>
                  <span className="text-ink-2">
                    {new Date(t.beganAt).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })},{' '}
                    {t.who}
                  </span>
                </Link>
                <p className="text-small">{t.setAside || said(t.check?.says ?? '')}</p>
              </li>
            ))}
          </ul>
        </section>
      )}
      {offers.some((o) => o.symptom) && (
        <section aria-label={texts.byComplaint} className="mb-5">
          <h2 className="mb-1">{texts.byComplaintWithoutAFault}</h2>
          <ul>
            {offers
              .filter((o) => o.symptom)
              .map((o) => (
                <li key={o.guide} className="flex min-h-13 items-center gap-3 border-b border-line py-1">
                  {o.symptom}
                  <span className="ml-auto">
                    <Begin offer={o} disabled={!mayFollow || begin.isPending} onBegin={begin.mutate} />
                  </span>
                </li>
              ))}
          </ul>
        </section>
      )}
      {offers.length > 0 && (
        <section aria-label={texts.allParts}>
          <div className="mb-1 flex flex-wrap items-center gap-3">
            <h2>{texts.allParts}</h2>
            <Input
              ref={field}
              className="ml-auto max-w-[280px]"
              aria-label={texts.searchTheParts}
              placeholder={texts.searchTheParts2}
              value={typed}
              onChange={(e) => setTyped(e.target.value)}
            />
          </div>
          {parts.length === 0 && <p className="text-ink-2">{texts.nothingFitsTypeLess}</p>}
          <ul>
            {parts.map((o) => (
              <li
                key={o.part + o.guide}
                className="flex min-h-13 items-center gap-3 border-b border-line py-1"
              >
                {o.title}
                <span className="ml-auto flex gap-2">
                  <Begin offer={o} disabled={!mayFollow || begin.isPending} onBegin={begin.mutate} />
                  {o.circuit && (
                    <ButtonLink to={`/jobs/${job.id}/trace/circuits/${o.part}`}>
                      {texts.itsCircuit}
                    </ButtonLink>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Why title={texts.trace}>
        <WhyPart head={texts.whatItIs}>{texts.stepByStepFromAFault}</WhyPart>
        <WhyPart head={texts.nothingIsLost}>{texts.aGuideCanBeLeftAnd}</WhyPart>
        <WhyPart head={texts.next}>
          <span className="flex flex-col gap-2">
            <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
            <ButtonLink to={`/jobs/${job.id}/sign-off`}>{texts.signOff}</ButtonLink>
          </span>
        </WhyPart>
      </Why>
    </>
  )
}

function Begin({
  offer,
  main = false,
  disabled,
  onBegin,
}: {
  offer: TraceOffer
  main?: boolean
  disabled: boolean
  onBegin: (what: { guide: string; part: string }) => void
}) {
  return (
    <Button main={main} disabled={disabled} onClick={() => onBegin({ guide: offer.guide, part: offer.part })}>
      {texts.traceIt}
    </Button>
  )
}
