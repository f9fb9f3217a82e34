import { useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useMe } from '../account/me'
import { type CutoutView, get, post, type Seat, type TrialKept } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { FarView } from '../shared/FarView'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { useKeys } from '../shared/useKeys'
import { stream } from '../stream/stream'
import { CutoutTrace } from './CutoutTrace'
import { Cylinders } from './Cylinders'
import { preconditions, verdicts, texts } from './words'

const ALIVE_MS = 1000

/** Cylinder cutout by hand: preconditions, the cylinders, what is lost with each, the verdict. */
export function Cutout() {
  const { job } = useJob()
  const said = useSaid()
  const liveCutout = useLive('cutout')
  const liveSeat = useLive('seat')
  const me = useMe()
  const [params] = useSearchParams()
  const [far, setFar] = useState(false)
  const engine = params.get('engine') ?? 'engine'
  const view = liveCutout
  const running = view && view.stage !== 'ENDED' && view.engine === engine
  const prepare = useMutation({
    mutationFn: () => post(`/api/jobs/${job.id}/trials/cutout`, { engine }),
  })
  const say = useMutation({
    mutationFn: (choice: string) => post(`/api/jobs/${job.id}/trials/say`, { choice }),
  })
  const held = view?.stage === 'HOLDING' || view?.stage === 'OPENING'
  // While this page stands, the server knows that somebody looks on; without it everything is let go of.
  useEffect(() => {
    if (!running) return
    stream.alive(job.id)
    const timer = setInterval(() => stream.alive(job.id), ALIVE_MS)
    return () => clearInterval(timer)
  }, [running, job.id])
  const toggle = (n: number) => view && say.mutate(view.off.includes(n) ? `on ${n}` : `off ${n}`)
  const offNow = view?.off.join() ?? ''
  const ended = view?.stage === 'ENDED'
  const { mutate: tell } = say
  const numbers = useMemo(() => {
    const keys: Record<string, () => void> = {}
    const off = offNow.split(',')
    if (held)
      for (let n = 1; n <= 9; n++)
        keys[String(n)] = () => tell(`${off.includes(String(n)) ? 'on' : 'off'} ${n}`)
    return keys
  }, [held, offNow, tell])
  useKeys(useMemo(() => ({ ...numbers, b: () => setFar((f) => !f) }), [numbers]))
  const seat = useQuery({ queryKey: ['seat', job.id], queryFn: () => get<Seat>(`/api/jobs/${job.id}/seat`) })
  const mine = (liveSeat ?? seat.data)?.holder === me.name
  const shown = view && view.engine === engine ? view : undefined
  // Whoever came here to test has said so already: the conditions are looked at without being asked for again. That
  // commands nothing.
  const looked = useRef(false)
  const { mutate: look } = prepare
  const wanted = params.has('engine') && mine && !view
  useEffect(() => {
    if (!wanted || looked.current) return
    looked.current = true
    look()
  }, [wanted, look])
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.cylinderCutoutByHand}</h1>
        <p className="text-ink-2">{shown?.engineTitle}</p>
        <span className="ml-auto flex gap-2">
          {shown && (
            <button className="btn" onClick={() => setFar(true)}>
              {texts.farView}
              <span className="kbd">b</span>
            </button>
          )}
          {held && (
            <button className="btn" onClick={() => say.mutate('end')}>
              {texts.endIt}
            </button>
          )}
        </span>
      </div>
      <ProblemBox problem={prepare.error ?? say.error} />
      {!running && (
        <div className="mb-4">
          <p className="mb-3 max-w-[70ch]">{texts.whatItDoesOpensASession}</p>
          <button className="btn btn-main" disabled={prepare.isPending} onClick={() => prepare.mutate()}>
            {shown ? texts.checkTheConditionsAgain : texts.checkTheConditions}
          </button>
          {!mine && <p className="mt-2 text-ink-2">{texts.takeTheSeatFirstItIs}</p>}
        </div>
      )}
      {shown && (
        <p className="mb-3 text-[18px]" aria-live="assertive">
          {said(shown.says)}
        </p>
      )}
      {shown?.stage === 'PREPARING' && (
        <section aria-label={texts.preconditions} className="mb-4">
          <ul>
            {shown.preconditions.map((p) => (
              <li key={p.id} className="flex min-h-11 flex-wrap items-center gap-3 border-b border-line">
                <span
                  className={`mark ${p.state === 'FAILS' ? 'mark-filled' : p.state === 'NOT_KNOWN' ? 'mark-dotted' : ''}`}
                >
                  {preconditions[p.state]}
                </span>
                <span className="w-[250px]">{said(p.says)}</span>
                <b className="w-[90px] font-narrow text-[20px] font-semibold">{said(p.now)}</b>
                {p.state !== 'HOLDS' && <span className="text-ink-2">{p.how}</span>}
                {p.id === 'parked' && p.state === 'NOT_KNOWN' && (
                  <button className="btn" onClick={() => say.mutate('stands')}>
                    {texts.itStands}
                  </button>
                )}
              </li>
            ))}
          </ul>
          <button
            className="btn btn-main mt-3"
            disabled={shown.preconditions.some((p) => p.state !== 'HOLDS') || say.isPending}
            onClick={() => say.mutate('begin')}
          >
            {texts.begin}
          </button>
        </section>
      )}
      {shown && shown.stage !== 'PREPARING' && (
        <CutoutBody
          view={shown}
          onToggle={held ? toggle : undefined}
          onHeard={(n, what) => say.mutate(`heard ${n} ${what}`)}
        />
      )}
      {held && shown && (
        <div className="mt-3 flex flex-wrap gap-2">
          <button
            className="btn btn-main"
            disabled={shown.off.length === 0}
            onClick={() => say.mutate('all on')}
          >
            {texts.letAllCylindersFire}
          </button>
          {shown.allowed < 3 && shown.cylinders > 4 && (
            <button className="btn" onClick={() => say.mutate('allow most')}>
              {texts.allowThreeAtATime}
            </button>
          )}
        </div>
      )}
      <CutoutWhy view={shown} job={job.id} />
      <FarView
        open={far}
        keys={numbers}
        heard={{ state: `${shown?.stage} ${offNow}`, tone: ended ? 'look' : offNow ? 'held' : 'free' }}
        onClose={() => setFar(false)}
        title={
          shown
            ? shown.off.length > 0
              ? texts.cylinderOff(shown.off.join(' and '))
              : shown.stage === 'HOLDING'
                ? texts.allFire
                : verdicts[shown.verdict]
            : texts.cutout
        }
        foot={
          shown && (
            <div className="flex items-end gap-12 border-t-4 border-ink pt-3">
              <Far
                head={texts.speed}
                figure={shown.rpm == null ? texts.notAvailable : shown.rpm.toFixed(0)}
                unit="rpm"
              />
              <Far
                head={texts.fuelling2}
                figure={shown.fuel == null ? texts.notAvailable : shown.fuel.toFixed(1)}
                unit="mg"
              />
              {shown.off.length > 0 && (
                <Far head={texts.offFor} figure={shown.offSeconds.toFixed(0)} unit="s" />
              )}
              {held && (
                <button
                  className="ml-auto min-h-24 border-4 border-ink px-8 text-[34px] font-semibold"
                  onClick={() => say.mutate('all on')}
                >
                  {texts.letAllFire}
                </button>
              )}
            </div>
          )
        }
      >
        {shown && <Cylinders view={shown} onToggle={held ? toggle : undefined} far />}
        <p className="mt-4 text-[34px]">{said(shown?.says ?? '')}</p>
      </FarView>
    </>
  )
}

function Far({ head, figure, unit }: { head: string; figure: string; unit: string }) {
  return (
    <p className="leading-none">
      <span className="block text-[28px] text-ink-2">{head}</span>
      <b className="font-narrow text-[96px] font-semibold">{figure}</b>{' '}
      <span className="text-[34px] text-ink-2">{unit}</span>
    </p>
  )
}

function CutoutBody({
  view,
  onToggle,
  onHeard,
}: {
  view: CutoutView
  onToggle?: ((n: number) => void) | undefined
  onHeard?: (n: number, what: 'CHANGED' | 'SAME') => void
}) {
  return (
    <>
      <Cylinders view={view} onToggle={onToggle} onHeard={onHeard} />
      {view.lines.some((l) => l.tried) && (
        <p className="mt-2 text-[18px]" role="status">
          <span className={`mark mr-2 ${view.verdict === 'FAIL' ? 'mark-filled' : ''}`}>
            {verdicts[view.verdict]}
          </span>
          {view.verdictSays}
        </p>
      )}
      <CutoutTrace view={view} />
    </>
  )
}

function CutoutWhy({ view, job }: { view: CutoutView | undefined; job: number }) {
  return (
    <Why title={texts.eachCylindersShareOfTheWork}>
      <WhyPart head={texts.howItIsFound}>{texts.aCylinderThatIsOffDoes}</WhyPart>
      <WhyPart head={texts.normal}>
        {texts.allAlikeWithinTheNoiseBelow(Math.round(100 * (view?.weakBelow ?? 0.7)))}
      </WhyPart>
      {view?.stage === 'HOLDING' && (
        <WhyPart head={texts.now}>
          {view.settled ? texts.speedAndFuellingAreKnownWith : texts.waitingUntilTheGovernorHasCome}
        </WhyPart>
      )}
      <WhyPart head={texts.next}>
        {view?.lines.some((l) => l.tried) && <p className="mb-2">{view.next}</p>}
        <span className="flex flex-col gap-2">
          <Link className="btn" to={`/jobs/${job}/watch?set=cutout&view=traces`}>
            {texts.itsLiveValues}
          </Link>
          <Link className="btn" to={`/jobs/${job}/tests`}>
            {texts.allTests}
          </Link>
        </span>
      </WhyPart>
      <p className="mt-auto text-[14px] text-ink-3">{texts.rotatingPartsKeepClearOfBelts}</p>
    </Why>
  )
}

/** A cutout that was kept: the same evidence, the verdict by the rules of now. */
export function KeptTrial() {
  const { job } = useJob()
  const id = Number(useParams().trial)
  const { data, error } = useQuery({
    queryKey: ['trial', id],
    queryFn: () => get<TrialKept>(`/api/jobs/${job.id}/trials/${id}`),
  })
  if (error) return <ProblemBox problem={error} />
  if (!data) return <p className="text-ink-2">{texts.oneMoment}</p>
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>{texts.cylinderCutoutByHand}</h1>
        <p className="text-ink-2">
          {data.engine}, {new Date(data.endedAt).toLocaleString()}, {data.who}
        </p>
        <Link className="btn ml-auto" to={`/jobs/${job.id}/tests`}>
          {texts.allTests}
        </Link>
      </div>
      <CutoutBody view={data.cutout} />
      <p className="mt-2 text-ink-2">{data.cutout.next}</p>
      <CutoutWhy view={data.cutout} job={job.id} />
    </>
  )
}
