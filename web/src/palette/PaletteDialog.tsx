import { Command } from 'cmdk'
import { useQuery } from '@tanstack/react-query'
import { useContext, useEffect, useState } from 'react'
import { useNavigate, useParams } from 'react-router'
import { useMe } from '../account/me'
import { get, type Job, post, type TracesView, type TrialOffer, type Unit } from '../api/client'
import { JobContext } from '../job/jobContext'
import { Panel } from '../shared/Panel'
import { change, useSettings } from '../shared/settings'
import { stream } from '../stream/stream'
import type { WatchChannel, WatchChannels } from '../watch/types'
import { matching, type Target, targets } from './targets'
import { texts } from './words'

const LABEL = texts.unitJobModuleFaultLiveValue

/** The values that a hook-up tells, heard once. */
function useChannels(job: number | undefined): WatchChannel[] {
  const [channels, setChannels] = useState<WatchChannel[]>([])
  useEffect(() => {
    if (job === undefined) return
    return stream.subscribe(`job/${job}/watch`, (c) => {
      if (c.type === 'channels') setChannels((c.body as WatchChannels).channels)
    })
  }, [job])
  return channels
}

/** What can be done from anywhere by whoever is signed in. */
function useActions(job: number | undefined): Target[] {
  const me = useMe()
  const settings = useSettings()
  const all: Target[] = []
  const add = (text: string, run: () => void) => all.push({ kind: 'action', text, to: '', run })
  if (job !== undefined) {
    const at = `/api/jobs/${job}`
    add(texts.letGoOfEverythingThatIs, () => void post(`${at}/release`))
    if (me.rights.includes('READ')) {
      add(texts.callTheFullRoll, () => void post(`${at}/roll-call`, { full: true }))
      add(texts.readFaultsAgain, () => void post(`${at}/faults/read`))
      add(texts.readTheStoryAgain, () => void post(`${at}/story/read`))
    }
    add(texts.printTheReport, () => window.open(`${at}/report.pdf?units=${settings.units.toUpperCase()}`))
  }
  add(texts.daylightTheme, () => change({ theme: 'day' }))
  add(texts.nightTheme, () => change({ theme: 'night' }))
  add(texts.metricUnits, () => change({ units: 'metric' }))
  add(texts.usUnits, () => change({ units: 'us' }))
  return all
}

/** The command palette: whatever there is, by typing. */
export default function PaletteDialog({ onClose }: { onClose: () => void }) {
  const [typed, setTyped] = useState('')
  const navigate = useNavigate()
  const { job } = useParams()
  const id = job === undefined ? undefined : Number(job)
  const here = useContext(JobContext)
  const units = useQuery({ queryKey: ['units', ''], queryFn: () => get<Unit[]>('/api/units') })
  const jobs = useQuery({ queryKey: ['jobs', ''], queryFn: () => get<Job[]>('/api/jobs') })
  const tests = useQuery({
    queryKey: ['offers', id],
    queryFn: () => get<TrialOffer[]>(`/api/jobs/${id}/trials/offers`),
    enabled: id !== undefined,
  })
  const traces = useQuery({
    queryKey: ['traces', id, undefined],
    queryFn: () => get<TracesView>(`/api/jobs/${id}/traces`),
    enabled: id !== undefined,
  })
  const channels = useChannels(id)
  const actions = useActions(id)
  const found = matching(
    targets({
      ...(id === undefined ? {} : { job: id }),
      ...(here?.roll ? { roll: here.roll } : {}),
      ...(here?.faults ? { faults: here.faults } : {}),
      ...(tests.data ? { tests: tests.data } : {}),
      units: units.data ?? [],
      jobs: jobs.data ?? [],
      offers: traces.data?.offers ?? [],
      channels,
      actions,
    }),
    typed,
  )
  const go = (target: Target) => {
    onClose()
    if (target.run) target.run()
    else void navigate(target.to)
  }
  return (
    <Panel open onOpenChange={(open) => !open && onClose()} title={texts.goTo}>
      {/* What fits, and in which order, is worked out in targets.ts: nothing is filtered here. */}
      <Command label={texts.goTo} shouldFilter={false} loop>
        <Command.Input
          className="field"
          autoFocus
          aria-label={LABEL}
          placeholder={LABEL}
          value={typed}
          onValueChange={setTyped}
        />
        <Command.List label={texts.found} className="mt-3">
          {found.map((t) => (
            <Command.Item
              key={t.kind + t.to + t.text}
              value={t.kind + t.to + t.text}
              onSelect={() => go(t)}
              className="flex min-h-[44px] cursor-pointer items-center gap-3 px-3 aria-selected:bg-petrol-soft"
            >
              <span className="w-[64px] shrink-0 text-small text-ink-3">{t.kind}</span>
              <span className="truncate">{t.text}</span>
            </Command.Item>
          ))}
        </Command.List>
      </Command>
      {found.length === 0 && <p className="mt-3 text-ink-2">{texts.nothingFitsTypeLess}</p>}
    </Panel>
  )
}
