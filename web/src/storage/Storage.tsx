import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { get, post, type StorageView, type TrafficThatGoes } from '../api/client'
import { TopBar } from '../job/TopBar'
import { ProblemBox } from '../shared/ProblemBox'

const MOST_LISTED = 50

/** Bytes as people read them. */
export function size(bytes: number): string {
  const units = ['B', 'kB', 'MB', 'GB', 'TB']
  let value = bytes
  let unit = 0
  while (value >= 1000 && unit < units.length - 1) {
    value /= 1000
    unit++
  }
  return `${value < 10 && unit > 0 ? value.toFixed(1) : Math.round(value)} ${units[unit]}`
}

/** What takes room, how long traffic is kept, and what that removes next. */
export function Storage() {
  const { data, error } = useQuery({
    queryKey: ['storage'],
    queryFn: () => get<StorageView>('/api/storage'),
    refetchInterval: 10_000,
  })
  return (
    <>
      <TopBar />
      <main className="mx-auto max-w-[900px] p-6">
        <h1 className="mb-4">Storage</h1>
        <ProblemBox problem={error} />
        {data && (
          <>
            <dl className="mb-8 grid grid-cols-[220px_1fr] gap-y-2 text-[18px]">
              <dt className="text-ink-2">Disk</dt>
              <dd>
                <b className="font-semibold">{size(data.disk.freeBytes)}</b> free of{' '}
                {size(data.disk.totalBytes)}
                {data.disk.state !== 'ENOUGH' && <p className="font-semibold">{data.disk.next}</p>}
              </dd>
              <dt className="text-ink-2">Traffic that stays</dt>
              <dd>{size(data.keeping.pinnedBytes)}: what roll calls, reads and tests used</dd>
              <dt className="text-ink-2">Traffic beside it</dt>
              <dd>{size(data.keeping.keptBytes)}</dd>
              {data.waitingReports > 0 && (
                <>
                  <dt className="text-ink-2">Waiting for the database</dt>
                  <dd>{data.waitingReports} results, safe on disk</dd>
                </>
              )}
              {data.lostReports > 0 && (
                <>
                  <dt className="text-ink-2">Lost since the start</dt>
                  <dd className="font-semibold">{data.lostReports} results; see the server's log</dd>
                </>
              )}
            </dl>
            <KeepingRule view={data} />
          </>
        )}
      </main>
    </>
  )
}

function KeepingRule({ view }: { view: StorageView }) {
  const may = useMe().rights.includes('MANAGE')
  const queries = useQueryClient()
  const [days, setDays] = useState(String(view.keeping.rule.days))
  const [gigabytes, setGigabytes] = useState(String(view.keeping.rule.gigabytes))
  const same = Number(days) === view.keeping.rule.days && Number(gigabytes) === view.keeping.rule.gigabytes
  const would = useQuery({
    queryKey: ['would-remove', days, gigabytes],
    queryFn: () => get<TrafficThatGoes[]>(`/api/storage/would-remove?days=${days}&gigabytes=${gigabytes}`),
    enabled: !same && Number(days) >= 1 && Number(gigabytes) >= 1,
  })
  const goes = same ? view.keeping.goes : (would.data ?? [])
  const again = () => queries.invalidateQueries({ queryKey: ['storage'] })
  const save = useMutation({
    mutationFn: () => post('/api/storage/rule', { days: Number(days), gigabytes: Number(gigabytes) }),
    onSuccess: again,
  })
  const clean = useMutation({ mutationFn: () => post('/api/storage/clean'), onSuccess: again })
  return (
    <section>
      <h2 className="mb-2">How long traffic is kept</h2>
      <p className="mb-3 max-w-[70ch] text-ink-2">
        All findings, recordings and entries stay for good, and so do the frames that a roll call, a read or a
        test used. Only the frames between them go, an hour after the rule says so at the latest.
      </p>
      <form
        className="mb-4 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <label>
          Days after a hook-up
          <input
            className="field w-[150px]"
            inputMode="numeric"
            required
            disabled={!may}
            value={days}
            onChange={(e) => setDays(e.target.value.replace(/\D/g, ''))}
          />
        </label>
        <label>
          At most, in GB
          <input
            className="field w-[150px]"
            inputMode="numeric"
            required
            disabled={!may}
            value={gigabytes}
            onChange={(e) => setGigabytes(e.target.value.replace(/\D/g, ''))}
          />
        </label>
        {may && (
          <button className="btn btn-main" disabled={same || save.isPending}>
            Make this the rule
          </button>
        )}
      </form>
      <ProblemBox problem={save.error ?? clean.error ?? would.error} />
      <h3 className="mb-1 font-semibold">
        {goes.length === 0
          ? 'Nothing is removed by it now.'
          : `${same ? 'Removed next' : 'This rule would remove'}: traffic of ${goes.length} hook-ups, ${size(
              goes.reduce((sum, g) => sum + g.bytes, 0),
            )}`}
      </h3>
      {goes.length > 0 && (
        <ul className="mb-3">
          {goes.slice(0, MOST_LISTED).map((g) => (
            <li key={g.hookUp} className="flex min-h-11 items-center gap-3 border-t border-line">
              <Link className="font-semibold" to={`/jobs/${g.job}`}>
                {g.fleetNumber}, job {g.number}
              </Link>
              <span className="text-ink-2">hooked up {g.beganAt.slice(0, 10)}</span>
              <span className="ml-auto">{size(g.bytes)}</span>
            </li>
          ))}
          {goes.length > MOST_LISTED && <li className="py-2">and {goes.length - MOST_LISTED} more</li>}
        </ul>
      )}
      {may && same && goes.length > 0 && (
        <button className="btn" disabled={clean.isPending} onClick={() => clean.mutate()}>
          Remove it now
        </button>
      )}
    </section>
  )
}
