import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useParams, useSearchParams } from 'react-router'
import { useMe } from '../account/me'
import { type EarlierRun, get, type Seat, type TrialOffer, type TrialView } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { OnAPhone } from '../phone/OnAPhone'
import { FarView } from '../shared/FarView'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { useSettings } from '../shared/settings'
import { play } from '../shared/sound'
import { useKeys } from '../shared/useKeys'
import { type Board, useBoard, valuesOf } from './boards'
import { Choices } from './Choices'
import { Conditions } from './Conditions'
import { useEarlier } from './earlier'
import { trialPath } from './paths'
import { Progress } from './Progress'
import { SetPoints } from './SetPoints'
import { TrialBody } from './TrialBody'
import { TrialWhy } from './TrialWhy'
import { useTrial } from './useTrial'
import { lasts, texts, verdicts } from './words'

/** One test of any kind: what it does, its conditions, the countdown, its board, the verdict. */
export function TrialPage() {
  const { job } = useJob()
  const said = useSaid()
  const me = useMe()
  const { test = '' } = useParams()
  const [params] = useSearchParams()
  const module = params.get('module') ?? ''
  const [far, setFar] = useState(false)
  const { view, other, running, prepare, act } = useTrial(job.id, test, module)
  const earlier = useEarlier(job.id, view)
  const liveSeat = useLive('seat')
  const offers = useQuery({
    queryKey: ['offers', job.id],
    queryFn: () => get<TrialOffer[]>(`/api/jobs/${job.id}/trials/offers`),
  })
  const offer = offers.data?.find((o) => o.test === test)
  const board = useBoard(view?.kind ?? offer?.kind)
  const seat = useQuery({ queryKey: ['seat', job.id], queryFn: () => get<Seat>(`/api/jobs/${job.id}/seat`) })
  const holder = (liveSeat ?? seat.data)?.holder
  const mine = holder === me.name
  const needsSeat = offer?.commands ?? true
  // Whoever only looks on gets no buttons that the server would refuse; what nobody has the seat of anybody may end.
  const hands = mine || !needsSeat
  const acting = hands && (view?.stage === 'RUNNING' || view?.stage === 'OPENING')
  const { mutate: tell } = act
  const keys = useMemo(
    () => (acting && view && board?.keys ? board.keys(view, tell) : {}),
    [acting, view, board, tell],
  )
  useKeys(useMemo(() => ({ ...keys, b: () => setFar((f) => !f) }), [keys]))
  // Whoever came here to test has said so already: the conditions are looked at without being asked for again. That
  // commands nothing.
  const looked = useRef(false)
  const { mutate: look } = prepare
  const may = needsSeat ? mine : me.rights.includes('READ')
  // Of a test that was only opened nothing is held: it makes room. Once, so that two pages do not chase each other.
  const left = useRef(false)
  const inTheWay = module !== '' && may && mine && other?.stage === 'PREPARING'
  useEffect(() => {
    if (!inTheWay || left.current) return
    left.current = true
    tell('end')
  }, [inTheWay, tell])
  const wanted = module !== '' && may && !view && !other
  useEffect(() => {
    if (!wanted || looked.current) return
    looked.current = true
    look()
  }, [wanted, look])
  const title = view?.title ?? offer?.title ?? texts.test
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{title}</h1>
        <p className="text-ink-2">{view?.moduleTitle}</p>
        <span className="ml-auto flex gap-2">
          {view && (
            <Button onClick={() => setFar(true)}>
              {texts.farView}
              <span className="kbd">b</span>
            </Button>
          )}
          {view && running && mine && <OnAPhone job={job.id} />}
          {view && running && (hands || !holder) && view.stage !== 'LETTING_GO' && (
            <Button onClick={() => tell('end')}>{texts.endIt}</Button>
          )}
        </span>
      </div>
      <ProblemBox problem={prepare.error ?? act.error ?? offers.error} />
      {other && (
        <p className="mb-3 flex flex-wrap items-center gap-3">
          {texts.anotherTestIsUnderWay(other.title)}
          <ButtonLink to={trialPath(job.id, other.test, other.module)}>{texts.goToIt}</ButtonLink>
        </p>
      )}
      {!running && (
        <div className="mb-4">
          {offer && !view && <Terms offer={offer} />}
          {!needsSeat || me.rights.includes('COMMAND') ? (
            <Button main={!view} disabled={prepare.isPending} onClick={() => prepare.mutate()}>
              {view ? texts.checkTheConditionsAgain : texts.checkTheConditions}
            </Button>
          ) : (
            <p className="text-ink-2">{texts.aTechnicianRunsIt}</p>
          )}
          {needsSeat && !mine && me.rights.includes('COMMAND') && (
            <p className="mt-2 text-ink-2">{texts.takeTheSeatFirstItIs}</p>
          )}
        </div>
      )}
      {view && view.stage !== 'COUNTDOWN' && (
        <p
          className={`mb-3 ${view.choices.length > 0 ? 'text-far leading-tight font-semibold' : 'text-large'}`}
          aria-live="assertive"
        >
          {said(view.says)}
        </p>
      )}
      {view?.stage === 'PREPARING' && (
        <section className="mb-4">
          {offer && <Terms offer={offer} />}
          <Conditions all={view.conditions} act={hands ? tell : undefined} />
          {hands && (
            <Button
              main
              className="mt-3"
              disabled={view.conditions.some((c) => c.state !== 'HOLDS') || act.isPending}
              onClick={() => tell('begin')}
            >
              {texts.begin}
            </Button>
          )}
        </section>
      )}
      {view?.stage === 'COUNTDOWN' && <Countdown view={view} />}
      {view && view.stage !== 'PREPARING' && view.stage !== 'COUNTDOWN' && (
        <>
          <Choices view={view} act={acting ? tell : undefined} quiet={board?.ownAnswer?.(view) ?? false} />
          {!board?.ownProgress && <Progress view={view} />}
          <SetPoints view={view} />
          <TrialBody view={view} board={board} earlier={earlier} act={acting ? tell : undefined} />
        </>
      )}
      <TrialWhy view={view} board={board} job={job.id} />
      {view && (
        <Far
          view={view}
          board={board}
          earlier={earlier}
          open={far}
          keys={keys}
          act={acting ? tell : undefined}
          onClose={() => setFar(false)}
        />
      )}
    </>
  )
}

/** What a test answers and what it takes, before it begins. */
function Terms({ offer }: { offer: TrialOffer }) {
  const said = useSaid()
  return (
    <div className="mb-3 max-w-[72ch]">
      <p>{said({ text: offer.answers })}</p>
      <p className="text-ink-2">{texts.engineMinutes(offer.engine, lasts(offer.minutes))}</p>
      {offer.onceAKeyCycle && <p className="text-ink-2">{texts.onceAKeyCycle}</p>}
      {offer.hazards.map((h) => (
        <p key={h} className="font-semibold">
          {said({ text: h })}
        </p>
      ))}
    </div>
  )
}

/** The seconds until the first command, large, each with a tone. */
function Countdown({ view, far }: { view: TrialView; far?: boolean }) {
  const { sound } = useSettings()
  const left = Math.ceil(view.countdownSeconds)
  useEffect(() => {
    if (sound && !far) play('look')
  }, [left, sound, far])
  return (
    <p className="leading-none" role="timer" aria-label={texts.beginsIn(left)}>
      <span className={far ? 'block text-far-head' : 'block text-big'}>{texts.beginsInWords}</span>
      <b className={`font-narrow font-semibold ${far ? 'text-far-count' : 'text-count'}`}>{left}</b>
    </p>
  )
}

function Far({
  view,
  board,
  earlier,
  open,
  keys,
  act,
  onClose,
}: {
  view: TrialView
  board: Board | undefined
  earlier: EarlierRun[]
  open: boolean
  keys: Record<string, () => void>
  act: ((line: string) => void) | undefined
  onClose: () => void
}) {
  const said = useSaid()
  const show = useShow()
  const ended = view.stage === 'ENDED'
  const heard = board?.heard?.(view) ?? { state: view.stage, tone: ended ? 'look' : 'free' }
  return (
    <FarView
      open={open}
      keys={keys}
      heard={heard}
      spoken={board?.spoken?.(view) ?? ''}
      onClose={onClose}
      title={ended ? verdicts[view.judgement.verdict] : (board?.headline?.(view) ?? view.title)}
      foot={
        <div className="flex items-end gap-12 border-t-4 border-ink pt-3">
          {valuesOf(board, view)
            .flatMap((i) => view.now[i] ?? [])
            .filter((n) => n.value != null)
            .map((n) => {
              const shown = show(n.value ?? 0, n.unit, n.unit === 'rpm' ? 0 : 1)
              return (
                <p key={n.name} className="leading-none">
                  <span className="block text-far-fine text-ink-2">{n.name}</span>
                  <b className="font-narrow text-far-huge font-semibold">{shown.figure}</b>{' '}
                  <span className="text-far text-ink-2">{shown.unit}</span>
                </p>
              )
            })}
          {act && (
            <button
              className="ml-auto min-h-24 border-4 border-ink px-8 text-far font-semibold"
              onClick={() => act('end')}
            >
              {texts.endIt}
            </button>
          )}
        </div>
      }
    >
      {view.stage === 'COUNTDOWN' ? (
        <Countdown view={view} far />
      ) : (
        view.stage !== 'PREPARING' && (
          <>
            <Choices view={view} act={act} far quiet={board?.ownAnswer?.(view) ?? false} />
            {!board?.ownProgress && <Progress view={view} far />}
            {board && <board.Board view={view} act={act} earlier={earlier} far />}
          </>
        )
      )}
      {view.stage !== 'COUNTDOWN' && (
        <p className="mt-4 text-far">{said(ended ? view.judgement.says : view.says)}</p>
      )}
      {ended && <p className="mt-4 text-far">{said(view.says)}</p>}
    </FarView>
  )
}
