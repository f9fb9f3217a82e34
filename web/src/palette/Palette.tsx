import { useQuery } from '@tanstack/react-query'
import { Search } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { get, type Job, type Roll, type TraceOffer, type TracesView, type Unit } from '../api/client'
import { Panel } from '../shared/Panel'

interface Target {
  kind: string
  text: string
  to: string
}

const PAGES = [
  ['Hook up', 'hook-up'],
  ['Faults', 'faults'],
  ['Compare reads', 'faults/compare'],
  ['Check the lamps', 'faults/lamps'],
  ['Vessel network', 'vessel'],
  ['Story', 'story'],
  ['Compare figures over units and visits', 'story/compare'],
  ['Watch', 'watch'],
  ['Tests', 'tests'],
  ['Trace, guides and circuits', 'trace'],
  ['Sign-off', 'sign-off'],
  ['Logbook', 'logbook'],
] as const

/** Everything that can be reached from here, in the order in which it is offered. */
export function targets(
  job: number | undefined,
  units: Unit[],
  jobs: Job[],
  roll: Roll | undefined,
  offers: TraceOffer[] = [],
): Target[] {
  const found: Target[] = []
  if (job !== undefined) {
    for (const [text, path] of PAGES) found.push({ kind: 'page', text, to: `/jobs/${job}/${path}` })
    for (const m of roll?.modules ?? []) {
      found.push({
        kind: 'module',
        text: `${m.title}, address ${m.address}`,
        to: `/jobs/${job}/modules/${m.key}`,
      })
      for (const f of m.faults)
        found.push({
          kind: 'fault',
          text: `SPN ${f.spn} FMI ${f.fmi} ${f.component}, ${m.title}`,
          to: `/jobs/${job}/faults?spn=${f.spn}&fmi=${f.fmi}`,
        })
    }
  }
  if (job !== undefined)
    for (const o of offers.filter((x) => x.circuit))
      found.push({ kind: 'circuit', text: o.title, to: `/jobs/${job}/trace/circuits/${o.part}` })
  found.push({ kind: 'page', text: 'Units and jobs', to: '/units' })
  for (const u of units) found.push({ kind: 'unit', text: `${u.fleetNumber} ${u.vin}`, to: `/units/${u.id}` })
  for (const j of jobs)
    found.push({
      kind: 'job',
      text: `${j.number} ${j.fleetNumber}: ${j.complaint}`,
      to: `/jobs/${j.id}/hook-up`,
    })
  return found
}

/** Keeps what holds every typed word. */
export function matching(all: Target[], typed: string): Target[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean)
  return all.filter((t) => parts.every((p) => `${t.kind} ${t.text}`.toLowerCase().includes(p))).slice(0, 12)
}

/** The command palette: any unit, job, module, fault or page by typing. */
export function Palette() {
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState('')
  const [at, setAt] = useState(0)
  const navigate = useNavigate()
  const { job } = useParams()
  const id = job === undefined ? undefined : Number(job)
  const units = useQuery({ queryKey: ['units', ''], queryFn: () => get<Unit[]>('/api/units'), enabled: open })
  const jobs = useQuery({ queryKey: ['jobs', ''], queryFn: () => get<Job[]>('/api/jobs'), enabled: open })
  const roll = useQuery({
    queryKey: ['roll', id],
    queryFn: () => get<Roll>(`/api/jobs/${id}/roll`),
    enabled: open && id !== undefined,
    retry: false,
  })
  useEffect(() => {
    const listener = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault()
        setTyped('')
        setAt(0)
        setOpen(true)
      }
    }
    document.addEventListener('keydown', listener)
    return () => document.removeEventListener('keydown', listener)
  }, [])
  const traces = useQuery({
    queryKey: ['traces', id, undefined],
    queryFn: () => get<TracesView>(`/api/jobs/${id}/traces`),
    enabled: open && id !== undefined,
    retry: false,
  })
  const found = matching(
    targets(id, units.data ?? [], jobs.data ?? [], roll.data, traces.data?.offers),
    typed,
  )
  const go = (target: Target | undefined) => {
    if (!target) return
    setOpen(false)
    void navigate(target.to)
  }
  return (
    <>
      <button
        className="btn px-3"
        onClick={() => {
          setTyped('')
          setAt(0)
          setOpen(true)
        }}
      >
        <Search size={18} aria-hidden />
        <span className="max-[1180px]:sr-only">Go to</span>
        <span className="kbd max-[1180px]:hidden">Ctrl K</span>
      </button>
      <Panel open={open} onOpenChange={setOpen} title="Go to">
        <input
          className="field"
          autoFocus
          role="combobox"
          aria-expanded
          aria-controls="palette-list"
          aria-activedescendant={found[at] ? `palette-${at}` : undefined}
          aria-label="Unit, job, module, fault or page"
          placeholder="Unit, job, module, fault or page"
          value={typed}
          onChange={(e) => {
            setTyped(e.target.value)
            setAt(0)
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1))
            else if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1))
            else if (e.key === 'Enter') go(found[at])
            else return
            e.preventDefault()
          }}
        />
        <ul id="palette-list" role="listbox" aria-label="Found" className="mt-3">
          {found.map((t, i) => (
            <li
              key={t.to + t.text}
              id={`palette-${i}`}
              role="option"
              aria-selected={i === at}
              className={`flex min-h-[44px] cursor-pointer items-center gap-3 px-3 ${i === at ? 'bg-petrol-soft' : ''}`}
              onClick={() => go(t)}
            >
              <span className="w-[64px] text-[15px] text-ink-3">{t.kind}</span>
              <span className="truncate">{t.text}</span>
            </li>
          ))}
        </ul>
        {found.length === 0 && <p className="mt-3 text-ink-2">Nothing fits. Type less.</p>}
      </Panel>
    </>
  )
}
