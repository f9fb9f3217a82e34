import { useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import { get, type PhoneView, post, type Problem } from '../api/client'
import { Button } from '../shared/Button'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { change } from '../shared/settings'
import { BurnOnAPhone } from '../trial/regeneration/BurnOnAPhone'
import { verdicts } from '../trial/words'
import { HoldButton } from './HoldButton'
import { Row } from './Row'
import { texts } from './words'

const EVERY_MILLIS = 1_000
/** Without a word for so long it is said that the phone has lost the server. */
const LOST_SECONDS = 4

/** The running test of a job on a phone that was paired with it: it sees it, tells what was seen, and can end it. */
export default function PhonePage() {
  const token = location.pathname.split('/')[2] ?? ''
  const path = `/api/phone/${encodeURIComponent(token)}`
  const { data, error, dataUpdatedAt } = useQuery({
    queryKey: ['phone', token],
    queryFn: ({ signal }) => get<PhoneView>(path, signal),
    refetchInterval: ({ state }) => ((state.error as Problem | null)?.status === 410 ? false : EVERY_MILLIS),
    retry: false,
  })
  const end = useMutation({ mutationFn: () => post(`${path}/end`) })
  const answer = useMutation({ mutationFn: (act: string) => post(`${path}/answer`, { act }) })
  const age = useAge(dataUpdatedAt)
  useEffect(() => {
    const units = new URLSearchParams(location.search).get('units')
    if (units === 'metric' || units === 'us') change({ units })
  }, [])
  const gone = (error as Problem | null)?.status === 410
  if (!data || gone) {
    return (
      <main className="p-5">
        {error ? <ProblemBox problem={error} /> : <p className="text-ink-2">{texts.oneMoment}</p>}
      </main>
    )
  }
  const { trial } = data
  const runs = trial != null && trial.stage !== 'ENDED'
  return (
    <main className="flex min-h-dvh flex-col">
      <h1
        className={`px-5 py-3 text-lead font-semibold ${runs ? 'bg-amber text-on-amber' : 'border-b border-line-strong'}`}
      >
        {trial == null
          ? data.fleetNumber
          : runs
            ? texts.runs(data.fleetNumber, trial.title)
            : texts.stands(data.fleetNumber, trial.title)}
        {data.exhaustHot === true && `, ${texts.exhaustHot}`}
      </h1>
      <div className="flex flex-1 flex-col p-5">
        {age > LOST_SECONDS && (
          <p role="alert" className="mb-4 border-2 border-ink p-3 font-semibold">
            {texts.lost}
          </p>
        )}
        {trial == null ? <p className="text-lead">{texts.noTest}</p> : <Test trial={trial} runs={runs} />}
        {runs && (
          <Answers
            trial={trial}
            busy={answer.isPending}
            problem={answer.error as Problem | null}
            onAnswer={(act) => answer.mutate(act)}
          />
        )}
        <p className="mt-5 text-small text-ink-2">
          {texts.pairedBy(data.by)} <span aria-live="off">{texts.lastHeard(age)}</span>
        </p>
        {/* However many values a test has, the one button stays in reach. */}
        <div className="sticky bottom-0 mt-auto bg-paper py-4">
          {end.error && <ProblemBox problem={end.error} />}
          {runs && (
            <HoldButton label={end.isPending ? texts.endsNow : texts.holdToEnd} onHeld={() => end.mutate()} />
          )}
        </div>
      </div>
    </main>
  )
}

/** What somebody may tell of what they see: one button each, as wide as the phone. */
function Answers({
  trial,
  busy,
  problem,
  onAnswer,
}: {
  trial: NonNullable<PhoneView['trial']>
  busy: boolean
  problem: Problem | null
  onAnswer: (act: string) => void
}) {
  const said = useSaid()
  const asked = trial.choices.filter((c) => c.tells)
  if (asked.length === 0) return null
  return (
    <div className="mt-5 grid gap-3">
      {problem && <ProblemBox problem={problem} />}
      {asked.map((c) => (
        <Button key={c.act} className="min-h-16 text-lead" disabled={busy} onClick={() => onAnswer(c.act)}>
          {said(c.label)}
        </Button>
      ))}
    </div>
  )
}

function Test({ trial, runs }: { trial: NonNullable<PhoneView['trial']>; runs: boolean }) {
  const said = useSaid()
  const words = runs ? trial.says : trial.judgement.says
  return (
    <>
      {!runs && <p className="mb-1 text-lead font-semibold">{verdicts[trial.judgement.verdict]}</p>}
      <p className="text-large font-semibold" role="status">
        {said(words)}
      </p>
      {!runs && <p className="mt-2">{said(trial.judgement.next)}</p>}
      {trial.kind === 'regeneration' && runs ? (
        <BurnOnAPhone view={trial} />
      ) : (
        <dl className="mt-4">
          {trial.now.map(
            (n) =>
              n.value != null && (
                <Row
                  key={n.name}
                  name={n.name}
                  figure={n.value.toLocaleString('en', { maximumFractionDigits: 1 })}
                  unit={n.unit}
                />
              ),
          )}
        </dl>
      )}
    </>
  )
}

/** Seconds since something was heard, counted on. */
function useAge(at: number): number {
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), EVERY_MILLIS)
    return () => clearInterval(timer)
  }, [])
  return at === 0 ? 0 : Math.max(0, Math.round((now - at) / 1000))
}
