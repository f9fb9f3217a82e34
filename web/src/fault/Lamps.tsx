import { useMutation, useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { get, type LampCheck, type LampRow, post, Problem, remove } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { lampSeen, type Seen, verdicts, texts } from './words'

/** The lamp check: the bus says what is commanded, the eye says what lights. */
export function Lamps() {
  const { job } = useJob()
  const liveLink = useLive('link')
  const liveLampCheck = useLive('lampCheck')
  const me = useMe()
  const base = `/api/jobs/${job.id}/faults/lamps`
  const last = useQuery({
    queryKey: ['lamps', job.id],
    queryFn: () =>
      get<LampCheck>(base).catch((e: unknown) => {
        if (e instanceof Problem && e.status === 404) return null
        throw e
      }),
    enabled: !liveLampCheck && job.stored?.lamps === true,
  })
  const begin = useMutation({ mutationFn: () => post(base) })
  const stop = useMutation({ mutationFn: () => remove(base) })
  const answer = useMutation({ mutationFn: (choice: string) => post(`${base}/answers`, { choice }) })
  const check = liveLampCheck ?? last.data ?? undefined
  const canAsk = liveLink?.state === 'UP' && liveLink.address !== null && me.rights.includes('READ')
  const underWay = check !== undefined && !check.ended
  const looking = check?.stage === 'LISTENING' || check?.stage === 'ASKING'
  const open = check?.lamps.filter((l) => l.seen === 'NOT_ASKED') ?? []
  return (
    <>
      <p className="mb-1">
        <Link className="text-petrol underline" to={`/jobs/${job.id}/faults`}>
          {texts.whereToStart}
        </Link>
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>{texts.checkTheLamps}</h1>
        {canAsk && !underWay && (
          <button className="btn btn-main ml-auto" onClick={() => begin.mutate()}>
            {check ? texts.checkThemAgain : texts.begin}
          </button>
        )}
        {underWay && (
          <button className="btn ml-auto" onClick={() => stop.mutate()}>
            {texts.stop}
          </button>
        )}
      </div>
      <ProblemBox problem={begin.error ?? stop.error ?? answer.error ?? last.error} />
      {!canAsk && !check && (
        <p className="mb-3">
          {texts.hookUpAndCallTheRoll}
          <Link className="text-petrol underline" to={`/jobs/${job.id}/hook-up`}>
            {texts.hookUp}
          </Link>
        </p>
      )}
      {!check && <p className="max-w-[68ch] text-ink-2">{texts.atKeyOnEachWarningLamp}</p>}
      <p
        aria-live="assertive"
        className={underWay ? 'mb-4 text-[34px] leading-tight font-semibold' : 'mb-3 text-ink-2'}
      >
        {check?.says}
      </p>
      {check?.stage === 'KEY_OFF' && (
        <p className="mb-4 text-ink-2">
          {texts.seenOnTheBusByItself}
          <button className="btn ml-2" onClick={() => answer.mutate('key is off')}>
            {texts.theKeyIsOff}
          </button>
        </p>
      )}
      {check?.stage === 'KEY_ON' && (
        <button className="btn mb-4" onClick={() => answer.mutate('key is on')}>
          {texts.theKeyIsOn}
        </button>
      )}
      {check && looking && open.length > 1 && (
        <button
          className="btn btn-main mb-3"
          onClick={() => {
            for (const l of open) answer.mutate(`${l.id}=LIT_THEN_OUT`)
          }}
        >
          {texts.litAndWentOut(open.length === check.lamps.length ? texts.all : texts.allOthers)}
        </button>
      )}
      {check && (check.ended || looking) && (
        <ul>
          {check.lamps.map((l) => (
            <Row
              key={l.id}
              lamp={l}
              ask={looking && me.rights.includes('READ')}
              onSeen={(seen) => answer.mutate(`${l.id}=${seen}`)}
            />
          ))}
        </ul>
      )}
      <Why title={texts.lampCheck}>
        <WhyPart head={texts.whyLookAtLamps}>{texts.aLampThatNeverLightsWarns}</WhyPart>
        <WhyPart head={texts.howItIsJudged}>{texts.commandedOnAndDarkTheLamp}</WhyPart>
        <WhyPart head={texts.next}>
          {check?.lamps.some((l) => l.verdict === 'FAIL') ? (
            <ul>
              {check.lamps
                .filter((l) => l.verdict === 'FAIL')
                .map((l) => (
                  <li key={l.id} className="mb-2">
                    <b className="font-semibold text-ink">{l.title}:</b> {l.next}
                  </li>
                ))}
            </ul>
          ) : (
            texts.goOnWithTheFaults
          )}
        </WhyPart>
      </Why>
    </>
  )
}

/** What the modules said about a lamp, in few words. */
function commanded(l: LampRow): string {
  return l.by
    .map((c) =>
      !c.heard
        ? texts.silent(c.title)
        : !c.told
          ? texts.saysNothingOfIt(c.title)
          : `${c.title}: ${c.lit ? (c.out ? texts.onThenOff : 'on') : 'off'}`,
    )
    .join(' · ')
}

function Row({ lamp: l, ask, onSeen }: { lamp: LampRow; ask: boolean; onSeen: (seen: Seen) => void }) {
  const seen = l.seen === 'NOT_ASKED' ? undefined : l.seen
  const verdict = verdicts[l.verdict]
  return (
    <li className="border-b border-line py-2.5">
      <div className="grid grid-cols-[210px_92px_1fr] items-start gap-x-4 max-[900px]:grid-cols-[1fr_92px]">
        <b className="text-[18px] font-semibold">{l.title}</b>
        {seen ? <span className={`mark mt-0.5 ${verdict.style}`}>{verdict.says}</span> : <span />}
        <span className="text-[15px]">
          {seen && <span className="block">{l.says}</span>}
          <span className="block text-ink-2">
            {commanded(l)}
            {seen && !ask && texts.you(lampSeen[seen].toLowerCase())}
          </span>
        </span>
      </div>
      {ask && (
        <div
          className="mt-2 flex flex-wrap gap-2"
          role="group"
          aria-label={texts.whatTheDid(l.title.toLowerCase())}
        >
          {(Object.keys(lampSeen) as Seen[]).map((s) => (
            <button key={s} className="btn" aria-pressed={seen === s} onClick={() => onSeen(s)}>
              {lampSeen[s]}
            </button>
          ))}
        </div>
      )}
    </li>
  )
}
