import type { FaultsView, Job, Roll, TraceOffer, TrialOffer, Unit } from '../api/client'
import { trialPath } from '../trial/paths'
import { oneEach } from '../watch/sources'
import type { WatchChannel } from '../watch/types'
import { texts } from './words'

/** Something that can be gone to, or done. */
export interface Target {
  kind: 'page' | 'action' | 'module' | 'fault' | 'value' | 'test' | 'circuit' | 'unit' | 'job'
  text: string
  /** Where it is; empty for something that is done here. */
  to: string
  run?: () => void
}

/** What is known of where somebody is; what is not known is left out of what is offered. */
export interface Known {
  job?: number
  units?: Unit[]
  jobs?: Job[]
  roll?: Roll
  faults?: FaultsView
  channels?: WatchChannel[]
  tests?: TrialOffer[]
  offers?: TraceOffer[]
  actions?: Target[]
}

const MOST_SHOWN = 12

const PAGES = [
  [texts.hookUp, 'hook-up'],
  [texts.faults, 'faults'],
  [texts.compareFaultReads, 'faults/compare'],
  [texts.vesselNetwork, 'vessel'],
  [texts.unknownTraffic, 'unknown'],
  [texts.story, 'story'],
  [texts.compareFiguresOverUnitsAndVisits, 'story/compare'],
  [texts.watchLiveValues, 'watch'],
  [texts.tests, 'tests'],
  [texts.traceGuidesAndCircuits, 'trace'],
  [texts.signOffAndReport, 'sign-off'],
  [texts.logbook, 'logbook'],
] as const

function ofJob(job: number, k: Known): Target[] {
  const at = `/jobs/${job}`
  const found: Target[] = PAGES.map(([text, path]) => ({ kind: 'page', text, to: `${at}/${path}` }))
  for (const m of k.roll?.modules ?? [])
    found.push({ kind: 'module', text: texts.address(m.title, m.address), to: `${at}/modules/${m.key}` })
  const faults = k.faults?.faults ?? k.roll?.faults ?? []
  for (const f of faults)
    found.push({
      kind: 'fault',
      text: texts.spnFmi(f.spn, f.fmi, f.component, f.moduleTitle),
      to: `${at}/faults?spn=${f.spn}&fmi=${f.fmi}`,
    })
  for (const o of k.tests ?? [])
    for (const m of o.modules)
      found.push({
        kind: 'test',
        text: `${o.title}, ${m.title.toLowerCase()}`,
        to: trialPath(job, o.test, m.id),
      })
  for (const o of (k.offers ?? []).filter((x) => x.circuit))
    found.push({ kind: 'circuit', text: o.title, to: `${at}/trace/circuits/${o.part}` })
  for (const c of oneEach(k.channels ?? []).channels) {
    const text = `${c.side ? `${c.side} ` : ''}${c.name}${c.spn > 0 ? texts.spn(c.spn) : ''}`
    found.push({ kind: 'value', text, to: `${at}/watch?spn=${c.spn}` })
  }
  return found
}

/** Everything that can be reached from here, in the order in which it is offered. */
export function targets(k: Known): Target[] {
  const found: Target[] = k.job === undefined ? [] : ofJob(k.job, k)
  found.push(...(k.actions ?? []))
  found.push(
    { kind: 'page', text: texts.unitsAndJobs, to: '/units' },
    { kind: 'page', text: texts.accountsAndPassword, to: '/accounts' },
    { kind: 'page', text: texts.storage, to: '/storage' },
  )
  for (const u of k.units ?? [])
    found.push({ kind: 'unit', text: `${u.fleetNumber} ${u.vin}`, to: `/units/${u.id}` })
  for (const j of k.jobs ?? [])
    found.push({
      kind: 'job',
      text: `${j.number} ${j.fleetNumber}: ${j.complaint}`,
      to: `/jobs/${j.id}/hook-up`,
    })
  return found
}

/** Keeps what holds every typed word; what begins with the first of them comes first. */
export function matching(all: Target[], typed: string): Target[] {
  const parts = typed.toLowerCase().split(/\s+/).filter(Boolean)
  const fits = all.filter((t) => parts.every((p) => `${t.kind} ${t.text}`.toLowerCase().includes(p)))
  const first = parts[0]
  if (first === undefined) return fits.slice(0, MOST_SHOWN)
  const begins = (t: Target) => (t.text.toLowerCase().startsWith(first) ? 0 : 1)
  return fits.sort((a, b) => begins(a) - begins(b)).slice(0, MOST_SHOWN)
}
