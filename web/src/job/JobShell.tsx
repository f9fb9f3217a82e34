import { TrialStrip } from '../trial/TrialStrip'
import { Input } from '../shared/Field'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQuery } from '@tanstack/react-query'
import { PanelRightClose, PanelRightOpen } from 'lucide-react'
import { Suspense, useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { Link, NavLink, Outlet, useLocation, useNavigate, useParams } from 'react-router'
import { useMe } from '../account/me'
import {
  type FaultsView,
  get,
  type Job,
  type LogEntry,
  post,
  type Roll,
  type StoryView,
  type TracesView,
  type TrialHead,
} from '../api/client'
import { CabDrawer } from '../hookup/CabDrawer'
import { Palette } from '../palette/Palette'
import { Brand } from '../shared/Brand'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { useKeys } from '../shared/useKeys'
import type { JobStore } from '../stream/jobStore'
import { useJobStream } from '../stream/useJobStream'
import { JobContext, useJob, useLive } from './jobContext'
import { HoldStrip } from './HoldStrip'
import { steps } from './path'
import { Seat } from './Seat'
import { UserMenu } from './UserMenu'
import { VitalsRow } from './VitalsRow'
import { texts } from './words'

/** The frame of a job: lamp bar, path, work, why, logbook line. */
export function JobShell() {
  const id = Number(useParams().job)
  const job = useQuery({ queryKey: ['job', id], queryFn: () => get<Job>(`/api/jobs/${id}`) })
  const has = job.data?.stored
  const stored = useQuery({
    queryKey: ['roll', id],
    queryFn: () => get<Roll>(`/api/jobs/${id}/roll`),
    enabled: has?.roll === true,
    retry: false,
  })
  const readFaults = useQuery({
    queryKey: ['faults', id],
    queryFn: () => get<FaultsView>(`/api/jobs/${id}/faults`),
    enabled: has?.faults === true,
    retry: false,
  })
  const readStory = useQuery({
    queryKey: ['story', id],
    queryFn: () => get<StoryView>(`/api/jobs/${id}/story`),
    enabled: has?.story === true,
    retry: false,
  })
  const store = useJobStream(id)
  const [whyNode, setWhyNode] = useState<HTMLElement | null>(null)
  const [whyOpen, setWhyOpen] = useState(true)
  const [help, setHelp] = useState(false)
  const navigate = useNavigate()
  // A page begins at its top, not where the one before was scrolled to.
  const { pathname } = useLocation()
  const note = useRef<HTMLInputElement>(null)
  const roll = usePart(store, 'roll') ?? stored.data
  const faults = usePart(store, 'faults') ?? readFaults.data
  const story = usePart(store, 'story') ?? readStory.data
  const link = usePart(store, 'link')
  // What the unit told last, hot exhaust, is asked for anew when it tells no more.
  const { refetch } = job
  useEffect(() => {
    if (link?.state === 'OFF' || link?.state === 'LOST') void refetch()
  }, [link?.state, refetch])
  const context = useMemo(
    () => (job.data ? { job: job.data, store, roll, faults, story, whyNode } : undefined),
    [job.data, store, roll, faults, story, whyNode],
  )
  useKeys(
    useMemo(
      () => ({
        h: () => void navigate(`/jobs/${id}/hook-up`),
        s: () => void navigate(`/jobs/${id}/story`),
        v: () => void navigate(`/jobs/${id}/watch`),
        t: () => void navigate(`/jobs/${id}/tests`),
        g: () => void navigate(`/jobs/${id}/trace`),
        f: () => void navigate(`/jobs/${id}/faults`),
        l: () => void navigate(`/jobs/${id}/logbook`),
        n: () => note.current?.focus(),
        w: () => setWhyOpen((o) => !o),
        '?': () => setHelp(true),
      }),
      [id, navigate],
    ),
  )
  if (job.error)
    return (
      <div className="p-6">
        <ProblemBox problem={job.error} />
        <ButtonLink to="/units" className="mt-4">
          {texts.unitsAndJobs}
        </ButtonLink>
      </div>
    )
  if (!context || !job.data) return <p className="p-6 text-ink-2">{texts.oneMoment}</p>
  // The cab of a simulated unit stands below the why column, not over it.
  const cab = link?.simulated != null && link.state !== 'OFF'
  return (
    <JobContext value={context}>
      <div className="grid h-dvh grid-cols-[minmax(0,1fr)] grid-rows-[auto_auto_1fr_auto] overflow-hidden">
        <LampBar />
        <div>
          <HoldStrip />
          <TrialStrip />
        </div>
        <div
          className={`grid min-h-0 ${whyOpen ? 'grid-cols-[188px_minmax(0,1fr)_300px]' : 'grid-cols-[188px_minmax(0,1fr)_44px]'} max-[900px]:grid-cols-[150px_minmax(0,1fr)] max-[900px]:grid-rows-[minmax(0,1fr)_auto]`}
        >
          <Path />
          <main key={pathname} className="min-h-0 overflow-auto px-6 py-4">
            <Suspense fallback={<p className="text-ink-2">{texts.oneMoment}</p>}>
              <Outlet />
            </Suspense>
          </main>
          <aside
            aria-label={texts.why}
            className={`relative min-h-0 overflow-auto border-l border-line bg-sheet ${cab ? 'mb-14 max-[900px]:mb-0' : ''} max-[900px]:col-span-2 max-[900px]:max-h-[30vh] max-[900px]:border-t max-[900px]:border-l-0`}
          >
            <button
              className="absolute top-1 right-1 grid h-11 w-11 place-items-center text-ink-2"
              aria-expanded={whyOpen}
              aria-label={whyOpen ? texts.closeTheWhyColumn : texts.openTheWhyColumn}
              onClick={() => setWhyOpen(!whyOpen)}
            >
              {whyOpen ? <PanelRightClose size={20} aria-hidden /> : <PanelRightOpen size={20} aria-hidden />}
            </button>
            <div
              ref={setWhyNode}
              className={whyOpen ? 'flex min-h-full flex-col gap-4 p-4 pr-12' : 'hidden'}
            />
          </aside>
        </div>
        <LogbookLine job={id} noteField={note} />
      </div>
      {cab && link.simulated && <CabDrawer job={id} unit={link.simulated} />}
      <KeysHelp open={help} onOpenChange={setHelp} />
    </JobContext>
  )
}

/** A part of the store, above the context that hands it down. */
function usePart<K extends Parts>(store: JobStore, part: K) {
  return useSyncExternalStore(store.subscribe, () => store.get()[part])
}

type Parts = keyof ReturnType<JobStore['get']>

function LampBar() {
  const { job } = useJob()
  const lit = (useLive('link')?.held.length ?? 0) > 0
  const show = useShow()
  const hours = job.hours == null ? null : show(job.hours, 'h', 1)
  return (
    <header className="flex h-15 items-center gap-5 border-b border-line-strong bg-sheet px-4 max-[900px]:gap-3 max-[900px]:px-2">
      <Link
        to="/units"
        className="w-[156px] shrink-0 max-[900px]:w-auto"
        aria-label={texts.hitchLampUnitsAndJobs}
      >
        <Brand lit={lit} />
      </Link>
      <div className="shrink-0">
        <Link to={`/units/${job.unitId}`} className="block leading-tight font-semibold">
          {job.fleetNumber}
        </Link>
        <span className="text-fine text-ink-3">
          {texts.job(job.number)}
          {hours && `, ${hours.figure} ${hours.unit}`}
        </span>
      </div>
      <VitalsRow />
      <div className="ml-auto flex shrink-0 items-center gap-2">
        <Seat job={job.id} />
        <Palette />
        <UserMenu />
      </div>
    </header>
  )
}

function Path() {
  const { roll, faults, story } = useJob()
  const link = useLive('link')
  const recorders = useLive('recorders')
  const trial = useLive('trial')
  const rollState = useLive('roll')?.state
  const id = useParams().job
  const traces = useQuery({
    queryKey: ['traces', Number(id), rollState],
    queryFn: () => get<TracesView>(`/api/jobs/${id}/traces`),
    retry: false,
  })
  const trials = useQuery({
    queryKey: ['trials', Number(id)],
    queryFn: () => get<TrialHead[]>(`/api/jobs/${id}/trials`),
    retry: false,
  })
  return (
    <nav aria-label={texts.pathOfTheJob} className="relative min-h-0 overflow-auto border-r border-line py-3">
      <ol>
        {steps(link, roll, faults, story, recorders, trial, trials.data, traces.data?.traces).map((step) => (
          <li key={step.path} className="relative">
            <NavLink
              to={`/jobs/${id}/${step.path}`}
              className={({ isActive }) =>
                `relative block min-h-[60px] py-2 pr-2 pl-[46px] ${isActive ? 'bg-petrol-soft [&_b]:text-petrol' : ''}`
              }
            >
              {({ isActive }) => (
                <>
                  <span
                    aria-hidden
                    className={`absolute top-3 left-5 h-3.5 w-3.5 rounded-full border-2 ${
                      isActive
                        ? 'border-4 border-petrol bg-paper'
                        : step.done
                          ? 'border-ink-2 bg-ink-2'
                          : 'border-line-strong bg-paper'
                    }`}
                  />
                  <b className="block leading-tight font-semibold">{step.title}</b>
                  <span className="text-fine text-ink-3">{step.says}</span>
                </>
              )}
            </NavLink>
          </li>
        ))}
      </ol>
    </nav>
  )
}

function LogbookLine({
  job,
  noteField,
}: {
  job: number
  noteField: React.RefObject<HTMLInputElement | null>
}) {
  const me = useMe()
  const said = useSaid()
  const show = useShow()
  const [text, setText] = useState('')
  const { data } = useQuery({
    queryKey: ['logbook', job],
    queryFn: () => get<LogEntry[]>(`/api/jobs/${job}/logbook`),
  })
  const save = useMutation({
    mutationFn: () => post<LogEntry>(`/api/jobs/${job}/logbook`, { text }),
    onSuccess: () => setText(''),
  })
  const last = data?.[0]
  const hours = last?.hours == null ? null : show(last.hours, 'h', 1)
  return (
    <footer className="flex min-h-13 items-center gap-4 border-t border-line-strong bg-sheet px-4">
      <Link
        to={`/jobs/${job}/logbook`}
        className="min-w-0 flex-1 truncate"
        aria-label={texts.openTheLogbook}
        title={last && said(last.text)}
      >
        {last && (
          <>
            <b className="mr-3 font-semibold">
              {new Date(last.at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })}
            </b>
            {said(last.text)}
            <span className="ml-3 text-ink-3">
              {[hours && `${hours.figure} ${hours.unit}`, last.who].filter(Boolean).join(', ')}
            </span>
          </>
        )}
      </Link>
      {save.error && <span role="alert">{texts.theNoteWasNotSavedIt}</span>}
      {me.rights.includes('NOTE') && (
        <form
          className="w-[min(400px,40vw)]"
          onSubmit={(e) => {
            e.preventDefault()
            if (text.trim()) save.mutate()
          }}
        >
          <Input
            ref={noteField}
            className="bg-paper"
            aria-label={texts.noteToTheLogbook}
            placeholder={texts.noteToTheLogbookN}
            maxLength={4000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </form>
      )}
    </footer>
  )
}

const KEYS = [
  [texts.ctrlK, texts.goToAnything],
  ['Esc', texts.letGoOfWhateverIsHeld],
  ['h', texts.hookUpKey],
  ['f', texts.faultsKey],
  ['s', texts.storyKey],
  ['v', texts.liveValuesKey],
  ['t', texts.testsKey],
  ['g', texts.guidesAndCircuits],
  ['b', texts.farViewWhereAPageHas],
  ['z', texts.freezeLiveValues],
  ['m', texts.markThisMomentKey],
  ['l', texts.logbookKey],
  ['n', texts.noteToTheLogbook2],
  ['r', texts.callTheRoll],
  ['w', texts.whyColumnKey],
  ['/', texts.searchTheListInFront],
  ['?', texts.thisListKey],
] as const

function KeysHelp({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={texts.keys}>
      <dl className="grid grid-cols-[90px_1fr] gap-y-2">
        {KEYS.map(([key, what]) => (
          <div key={key} className="contents">
            <dt>
              <span className="kbd">{key}</span>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Panel>
  )
}
