import { useMutation } from '@tanstack/react-query'
import { useMemo, useRef, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { useMe } from '../account/me'
import { post } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { ProblemBox } from '../shared/ProblemBox'
import { useKeys } from '../shared/useKeys'
import { ago, count, words } from '../shared/words'
import { faultKey, FaultTable, times } from './FaultTable'
import { LampsByModule } from './LampStates'

/** All faults of all modules as a plain list. */
export function Faults() {
  const { job, live, roll } = useJob()
  const me = useMe()
  const [params] = useSearchParams()
  const [chosen, setChosen] = useState<string>()
  const [search, setSearch] = useState('')
  const field = useRef<HTMLInputElement>(null)
  const read = useMutation({ mutationFn: () => post(`/api/jobs/${job.id}/roll-call`, { full: true }) })
  useKeys(useMemo(() => ({ '/': () => field.current?.focus() }), []))
  const all = roll?.faults ?? []
  const parts = search.toLowerCase().split(/\s+/).filter(Boolean)
  const shown = all.filter((f) =>
    parts.every((p) =>
      `spn ${f.spn} fmi ${f.fmi} ${f.component} ${f.mode} ${f.moduleTitle}`.toLowerCase().includes(p),
    ),
  )
  const fault =
    all.find((f) => faultKey(f) === chosen) ??
    all.find((f) => String(f.spn) === params.get('spn') && String(f.fmi) === params.get('fmi')) ??
    all[0]
  const canAsk = live.link?.state === 'UP' && live.link.address !== null && me.rights.includes('READ')
  const silent = roll?.modules.filter((m) => m.presence === 'SILENT') ?? []
  const unread =
    roll?.modules.filter((m) => m.presence === 'ANSWERS' && m.told.ACTIVE_FAULTS !== 'GIVEN') ?? []
  const modules = roll?.modules.filter((m) => m.told.ACTIVE_FAULTS === 'GIVEN').length ?? 0
  if (!roll?.full)
    return (
      <>
        <h1 className="mb-2">Faults</h1>
        <p className="mb-4 text-ink-2">
          They have not been read in this job. The full roll call reads them from every module.
        </p>
        {canAsk ? (
          <button className="btn btn-main" onClick={() => read.mutate()}>
            Call the roll and read the faults
          </button>
        ) : (
          <Link className="btn btn-main" to={`/jobs/${job.id}/hook-up`}>
            Hook up first
          </Link>
        )}
        <ProblemBox problem={read.error} />
      </>
    )
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-4">
        <h1>Faults</h1>
        <p className="text-ink-2">
          {count(all.length, 'fault')} from {count(modules, 'module')}, read{' '}
          {ago(new Date(roll.calledAt), new Date())}
          {roll.state === 'UNDER_WAY' && ', more may come'}
        </p>
        {canAsk && (
          <button
            className="btn btn-main ml-auto"
            disabled={roll.state === 'UNDER_WAY'}
            onClick={() => read.mutate()}
          >
            Read faults again
          </button>
        )}
      </div>
      <ProblemBox problem={read.error} />
      {silent.length > 0 && (
        <p className="mb-3 flex items-center gap-3">
          <span className="mark mark-dotted">Silent</span>
          {silent.map((m) => m.title).join(', ')}: may hold faults that cannot be read.
          <Link className="text-petrol underline" to={`/jobs/${job.id}/hook-up`}>
            See what to check
          </Link>
        </p>
      )}
      {unread.length > 0 && (
        <p className="mb-3 text-ink-2">No faults read from: {unread.map((m) => m.title).join(', ')}.</p>
      )}
      <LampsByModule modules={roll.modules.filter((m) => m.lamps != null)} />
      {all.length > 8 && (
        <input
          ref={field}
          className="field mb-3 max-w-[420px]"
          type="search"
          aria-label="Search the faults"
          placeholder="Search the faults  (/)"
          value={search}
          onChange={(e) => setSearch(e.target.value)}
        />
      )}
      {all.length === 0 && (
        <p className="text-ink-2">No module that was read reports a fault, now or earlier.</p>
      )}
      {all.length > 0 && shown.length === 0 && <p className="text-ink-2">No fault fits the search.</p>}
      <FaultTable
        faults={shown}
        withModule
        selected={fault ? faultKey(fault) : undefined}
        onSelect={(f) => setChosen(faultKey(f))}
      />
      {fault && (
        <Why title={`${fault.component}`}>
          <WhyPart head="What it says">
            The {fault.moduleTitle.toLowerCase()} module reports: {fault.mode}.
            <span className="code block">
              SPN {fault.spn} FMI {fault.fmi}, address {fault.address}
            </span>
          </WhyPart>
          <WhyPart head="State">
            {words.faultState[fault.state].full}, {times(fault)}
          </WhyPart>
          <WhyPart head="When it began">Not told: the standard fault lists carry no time.</WhyPart>
          <WhyPart head="Next">
            <span className="flex flex-col gap-2">
              <Link className="btn btn-main" to={`/jobs/${job.id}/modules/${fault.module}`}>
                The module that reports it
              </Link>
            </span>
          </WhyPart>
        </Why>
      )}
    </>
  )
}
