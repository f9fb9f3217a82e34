import { Mark } from '../shared/Mark'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useEffect, useMemo, useState } from 'react'
import { Link, useParams } from 'react-router'
import { useMe } from '../account/me'
import { get, post, type TraceCheck, type TraceView } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { FarView } from '../shared/FarView'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { useKeys } from '../shared/useKeys'
import { askMeter } from './askedMeter'
import { Assume, SetAside } from './Assume'
import { MeterEntry } from './MeterEntry'
import { Way } from './Way'
import { limits, stands, texts } from './words'

/** One guide that is followed: the way so far, the check that is open, what answers it. */
export function GuidePage() {
  const { job } = useJob()
  const liveLink = useLive('link')
  const liveRoll = useLive('roll')
  const liveTracing = useLive('tracing')
  const me = useMe()
  const said = useSaid()
  const id = Number(useParams().trace)
  const queries = useQueryClient()
  const [far, setFar] = useState(false)
  const { data: trace, error } = useQuery({
    queryKey: ['trace', job.id, id],
    queryFn: () => get<TraceView>(`/api/jobs/${job.id}/traces/${id}`),
  })
  const path = `/api/jobs/${job.id}/traces/${id}`
  const act = useMutation({
    mutationFn: ([what, body]: [string, object]) => post<TraceView>(`${path}/${what}`, body),
    onSuccess: (next) => queries.setQueryData(['trace', job.id, id], next),
  })
  const look = useMutation({ mutationFn: () => post(`${path}/look`) })
  const check = trace?.check
  const open = trace?.state === 'UNDER_WAY' || trace?.state === 'SET_ASIDE'
  const may = me.rights.includes('READ') && job.state === 'OPEN'
  const up = liveLink?.state === 'UP'
  const asks = open && may && trace.state === 'UNDER_WAY' && check?.ofUnit === true
  // What the unit can answer it is asked as soon as the check is open and somebody looks; again when a roll has ended,
  // since before it nobody knows whom to ask.
  const rollState = liveRoll?.state
  const { mutate: listen } = look
  const checkId = check?.id
  const byTest = check?.kind === 'TEST'
  useEffect(() => {
    if (asks && (byTest || (up && rollState !== 'UNDER_WAY'))) listen()
  }, [asks, up, byTest, checkId, rollState, listen])
  const meter = check?.meter
  useEffect(() => {
    askMeter(
      meter && { red: meter.red, black: meter.black, quantity: meter.quantity === 'OHMS' ? 'ohms' : 'volts' },
    )
    return () => askMeter(undefined)
  }, [meter])
  const { mutate: tell } = act
  const keys = useMemo(() => {
    const numbers: Record<string, () => void> = { b: () => setFar((f) => !f) }
    if (may && open && check && check.kind !== 'METER')
      check.outcomes.forEach((o, i) => {
        numbers[String(i + 1)] = () => tell(['answer', { check: check.id, outcome: o.id }])
      })
    return numbers
  }, [may, open, check, tell])
  useKeys(keys)
  if (error) return <ProblemBox problem={error} />
  if (!trace) return <p className="text-ink-2">{texts.oneMoment}</p>
  const waits = liveTracing?.trace === id && liveTracing.check === check?.id ? liveTracing.says : undefined
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{trace.title}</h1>
        <Mark look={trace.state === 'FOUND' ? 'filled' : ''}>{stands[trace.state]}</Mark>
        <span className="ml-auto flex gap-2">
          {trace.circuit && (
            <ButtonLink to={`/jobs/${job.id}/trace/circuits/${trace.part}`}>{texts.itsCircuit}</ButtonLink>
          )}
          <Button onClick={() => setFar(true)}>
            {texts.farView}
            <span className="kbd">b</span>
          </Button>
        </span>
      </div>
      <ProblemBox problem={act.error ?? look.error} />
      <Way trace={trace} />
      {trace.setAside && <p className="mb-3 text-lead">{texts.setAsideAnyAnswerTakesIt(trace.setAside)}</p>}
      {trace.state === 'CHANGED' && (
        <p className="mb-3 text-lead">
          {texts.thePackHasChangedThisGuide}
          <Link className="text-petrol underline" to={`/jobs/${job.id}/trace`}>
            {texts.beginItAnew}
          </Link>
        </p>
      )}
      {check && (
        <section aria-label={texts.openCheck} className="border-y-2 border-ink py-4">
          <p className="max-w-[46ch] text-big leading-tight font-semibold" aria-live="polite">
            {said(check.says)}
          </p>
          {check.why && <p className="mt-2 max-w-[70ch] text-lead text-ink-2">{said(check.why)}</p>}
          {open && (
            <Answers
              check={check}
              job={job.id}
              waits={waits}
              up={up}
              may={may}
              listening={look.isPending}
              refused={look.isError}
              onLook={() => look.mutate()}
              onAnswer={(outcome) => act.mutate(['answer', { check: check.id, outcome }])}
              onMeasure={(reading, noEnd) => act.mutate(['measure', { check: check.id, reading, noEnd }])}
              sending={act.isPending}
            />
          )}
          {check.found && (
            <ol className="mt-4 list-decimal pl-6 text-large">
              {check.found.next.map((n) => (
                <li key={n} className="mb-1">
                  {said(n)}
                </li>
              ))}
            </ol>
          )}
        </section>
      )}
      {open && check && may && (
        <div className="mt-3 flex flex-wrap items-start gap-2">
          <Button
            disabled={trace.steps.length === 0 || act.isPending}
            onClick={() => act.mutate(['back', { check: check.id }])}
          >
            {texts.backOneCheck}
          </Button>
          <Assume
            check={check}
            onAssume={(outcome, reason) => act.mutate(['assume', { check: check.id, outcome, reason }])}
          />
          {trace.state === 'UNDER_WAY' && (
            <SetAside onAside={(reason) => act.mutate(['aside', { check: check.id, reason }])} />
          )}
        </div>
      )}
      {!may && open && (
        <p className="mt-3 text-ink-2">
          {job.state === 'OPEN' ? texts.youLookOnFollowingAGuide : texts.thisJobCanOnlyBeRead}
        </p>
      )}
      <GuideWhy trace={trace} job={job.id} />
      <FarView
        open={far}
        onClose={() => setFar(false)}
        title={trace.title}
        keys={keys}
        heard={{ state: check?.id ?? '', tone: check?.kind === 'CONCLUSION' ? 'look' : 'free' }}
      >
        <p className="text-far-figure leading-tight font-semibold">{said(check?.says ?? '')}</p>
        {waits && <p className="mt-6 text-far-head leading-tight">{waits}</p>}
        {check?.meter && (
          <p className="mt-6 font-narrow text-far-figure leading-tight font-semibold">
            {texts.to(
              check.meter.redSays,
              check.meter.blackSays,
              limits(check.meter.from, check.meter.to, check.meter.unit),
            )}
          </p>
        )}
        {check?.found && (
          <ol className="mt-6 list-decimal pl-14 text-far-head leading-tight">
            {check.found.next.map((n) => (
              <li key={n} className="mb-3">
                {said(n)}
              </li>
            ))}
          </ol>
        )}
      </FarView>
    </>
  )
}

function Answers({
  check,
  job,
  waits,
  up,
  may,
  listening,
  refused,
  onLook,
  onAnswer,
  onMeasure,
  sending,
}: {
  check: TraceCheck
  job: number
  waits: string | undefined
  up: boolean
  may: boolean
  listening: boolean
  refused: boolean
  onLook: () => void
  onAnswer: (outcome: string) => void
  onMeasure: (reading: number | null, noEnd: boolean) => void
  sending: boolean
}) {
  const said = useSaid()
  const show = useShow()
  if (!may) return null
  if (check.kind === 'METER' && check.meter)
    return <MeterEntry key={check.id} meter={check.meter} sending={sending} onMeasure={onMeasure} />
  const main = check.kind === 'ACTION' || check.kind === 'QUESTION'
  return (
    <div className="mt-4">
      {check.value && (
        <p className="mb-2 text-lead">
          {texts.whileTheEngine(
            check.value.name,
            limits(check.value.from, check.value.to, check.value.unit, show),
            check.value.when.join(' or '),
            check.value.source,
          )}
        </p>
      )}
      {check.ofUnit && (
        <div className="mb-3 flex min-h-11 flex-wrap items-center gap-3 border-l-4 border-petrol bg-sheet px-4 py-2">
          <p role="status" className="text-lead">
            {waits ??
              (check.kind === 'TEST'
                ? texts.answeredByTheVerdictOfThe
                : up
                  ? texts.theUnitIsAsked
                  : texts.notHookedUpTheUnitAnswers)}
          </p>
          <span className="ml-auto flex gap-2">
            {check.kind === 'TEST' ? (
              <>
                <ButtonLink main to={`/jobs/${job}/tests`}>
                  {texts.toTheTests}
                </ButtonLink>
                <Button disabled={listening} onClick={onLook}>
                  {texts.takeItsVerdict}
                </Button>
              </>
            ) : up ? (
              <>
                <Button disabled={listening} onClick={onLook}>
                  {texts.askTheUnitAgain}
                </Button>
                {refused && (
                  <ButtonLink main to={`/jobs/${job}/hook-up`}>
                    {texts.toTheRoll}
                  </ButtonLink>
                )}
              </>
            ) : (
              <ButtonLink main to={`/jobs/${job}/hook-up`}>
                {texts.hookUp}
              </ButtonLink>
            )}
          </span>
        </div>
      )}
      <div className="flex flex-wrap items-center gap-2">
        {check.ofUnit && <span className="text-ink-2">{texts.orSayItYourself}</span>}
        {check.outcomes.map((o, i) => (
          <Button
            key={o.id}
            main={main && check.outcomes.length === 1}
            className={main ? 'min-h-13 text-lead' : ''}
            disabled={sending}
            onClick={() => onAnswer(o.id)}
          >
            {said(o.says)} <span className="kbd">{i + 1}</span>
          </Button>
        ))}
      </div>
    </div>
  )
}

function GuideWhy({ trace, job }: { trace: TraceView; job: number }) {
  const check = trace.check
  return (
    <Why title={trace.partTitle || trace.title}>
      {check?.meter && (
        <WhyPart head={texts.normal}>
          {texts.key2(
            limits(check.meter.from, check.meter.to, check.meter.unit),
            check.meter.power === 'KEY_ON' ? texts.on : texts.off,
            sentence(check.meter.source),
          )}
        </WhyPart>
      )}
      <WhyPart head={texts.whoAnswers}>
        {check?.kind === 'CONCLUSION'
          ? texts.theGuideHasComeToIts
          : check?.ofUnit
            ? texts.theUnitItselfByWhatIs
            : check?.meter
              ? texts.yourMeterTheReadingIsJudged
              : texts.you}
      </WhyPart>
      <WhyPart head={texts.next}>
        <span className="flex flex-col gap-2">
          {check?.found?.part && (
            <ButtonLink to={`/jobs/${job}/trace/circuits/${check.found.part}`}>
              {texts.circuitOfWhatWasFound}
            </ButtonLink>
          )}
          {check?.kind === 'CONCLUSION' && (
            <ButtonLink main to={`/jobs/${job}/faults`}>
              {texts.readTheFaultsAgain}
            </ButtonLink>
          )}
          {check?.value && (
            <ButtonLink to={`/jobs/${job}/watch?spn=${check.value.spn}`}>{texts.liveValuesOfIt}</ButtonLink>
          )}
          <ButtonLink to={`/jobs/${job}/trace`}>{texts.allGuides}</ButtonLink>
          {check?.kind === 'CONCLUSION' && (
            <ButtonLink to={`/jobs/${job}/sign-off`}>{texts.signOff}</ButtonLink>
          )}
        </span>
      </WhyPart>
    </Why>
  )
}

function sentence(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1) + '.'
}
