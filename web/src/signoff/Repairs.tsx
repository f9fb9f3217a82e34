import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { call, get, type OwedLine, post, type RepairLine, type RepairsView } from '../api/client'
import { useJob } from '../job/jobContext'
import { Button } from '../shared/Button'
import { Input } from '../shared/Field'
import { Mark } from '../shared/Mark'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { trialPath } from '../trial/paths'
import { NewRepair } from './NewRepair'
import { owedStates, texts } from './words'

/** What was repaired, and what each repair leaves to be done until the unit itself has answered. */
export function Repairs() {
  const { job } = useJob()
  const me = useMe()
  const queries = useQueryClient()
  const [adding, setAdding] = useState(false)
  const base = `/api/jobs/${job.id}/repairs`
  const key = ['repairs', job.id]
  const { data, error } = useQuery({ queryKey: key, queryFn: () => get<RepairsView>(base) })
  const changed = () => {
    void queries.invalidateQueries({ queryKey: key })
    void queries.invalidateQueries({ queryKey: ['sign-off', job.id] })
  }
  const takeBack = useMutation({
    mutationFn: (id: number) => call('DELETE', `${base}/${id}`),
    onSuccess: changed,
  })
  const waive = useMutation({
    mutationFn: ([id, test, reason]: [number, string, string]) =>
      post<RepairsView>(`${base}/${id}/waive`, { test, reason }),
    onSuccess: changed,
  })
  const open = job.state === 'OPEN'
  const mayEnter = open && me.rights.includes('READ')
  const mayWaive = open && me.rights.includes('COMMAND')
  return (
    <section aria-label={texts.repairs} className="mb-6">
      <div className="mb-2 flex items-center gap-4">
        <h2>{texts.repairs}</h2>
        {mayEnter && data && !adding && (
          <Button className="ml-auto" onClick={() => setAdding(true)}>
            {texts.enterARepair}
          </Button>
        )}
      </div>
      {adding && data && (
        <NewRepair
          path={base}
          choices={data.choices}
          onDone={() => {
            setAdding(false)
            changed()
          }}
        />
      )}
      {data?.repairs.length === 0 && !adding && <p className="text-ink-2">{texts.noRepairIsEntered}</p>}
      <ul>
        {data?.repairs.map((r) => (
          <Repair
            key={r.id}
            repair={r}
            onTakeBack={mayEnter ? () => takeBack.mutate(r.id) : undefined}
            onWaive={mayWaive ? (test, reason) => waive.mutate([r.id, test, reason]) : undefined}
          />
        ))}
      </ul>
      <ProblemBox problem={error ?? takeBack.error ?? waive.error} />
    </section>
  )
}

function Repair({
  repair: r,
  onTakeBack,
  onWaive,
}: {
  repair: RepairLine
  onTakeBack?: () => void
  onWaive?: (test: string, reason: string) => void
}) {
  return (
    <li className="border-b border-line py-2">
      <div className="flex flex-wrap items-baseline gap-3">
        <b className="font-semibold">{r.title}</b>
        <span className="text-ink-2">
          {new Date(r.at).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })}, {r.who}
        </span>
        {onTakeBack && (
          <Button className="ml-auto" onClick={onTakeBack} aria-label={texts.takeBackThe(r.title)}>
            {texts.takeBack}
          </Button>
        )}
      </div>
      {r.note && <p>{r.note}</p>}
      <ul className="mt-1 ml-4">
        {r.owed.map((o) => (
          <Owed key={o.test} owed={o} onWaive={onWaive && ((reason) => onWaive(o.test, reason))} />
        ))}
      </ul>
    </li>
  )
}

/** A test that must pass, or why it is not needed. */
function Owed({ owed: o, onWaive }: { owed: OwedLine; onWaive?: (reason: string) => void }) {
  const { job } = useJob()
  const said = useSaid()
  const [reason, setReason] = useState<string>()
  const run = o.module ? trialPath(job.id, o.test, o.module) : `/jobs/${job.id}/tests`
  const { says, style } = owedStates[o.state]
  const left = o.state === 'OPEN' || o.state === 'NOT_PASSED'
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
      <Mark look={style}>{says}</Mark>
      <Link className="font-medium underline" to={o.trial == null ? run : `/jobs/${job.id}/tests/${o.trial}`}>
        {o.title}
      </Link>
      {o.waived && <span className="text-small">{texts.because(o.waived)}</span>}
      {o.state === 'NOT_PASSED' && <span className="text-small">{said(o.says)}</span>}
      {job.state === 'OPEN' && o.state === 'NOT_PASSED' && (
        <Link className="underline" to={run}>
          {texts.runItAgain}
        </Link>
      )}
      {onWaive && left && reason === undefined && (
        <Button className="ml-auto" onClick={() => setReason('')}>
          {texts.notNeeded}
        </Button>
      )}
      {onWaive && o.state === 'WAIVED' && (
        <Button className="ml-auto" onClick={() => onWaive('')}>
          {texts.neededAfterAll}
        </Button>
      )}
      {onWaive && left && reason !== undefined && (
        <form
          className="flex w-full flex-wrap items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            onWaive(reason)
            setReason(undefined)
          }}
        >
          <label className="grow text-small">
            {texts.whyItIsNotNeeded}
            <Input autoFocus maxLength={300} value={reason} onChange={(e) => setReason(e.target.value)} />
          </label>
          <Button type="submit" disabled={reason.trim() === ''}>
            {texts.notNeeded}
          </Button>
          <Button onClick={() => setReason(undefined)}>{texts.cancel}</Button>
        </form>
      )}
    </li>
  )
}
