import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { Link } from 'react-router'
import { useMe } from '../account/me'
import { get, post, type StorageView, type TrafficThatGoes } from '../api/client'
import { TopBar } from '../job/TopBar'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

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
        <h1 className="mb-4">{texts.storage}</h1>
        <ProblemBox problem={error} />
        {data && (
          <>
            <dl className="mb-8 grid grid-cols-[220px_1fr] gap-y-2 text-large">
              <dt className="text-ink-2">{texts.disk}</dt>
              <dd>
                <b className="font-semibold">{size(data.disk.freeBytes)}</b>
                {texts.freeOf(size(data.disk.totalBytes))}
                {data.disk.state !== 'ENOUGH' && <p className="font-semibold">{data.disk.next}</p>}
              </dd>
              <dt className="text-ink-2">{texts.trafficThatStays}</dt>
              <dd>{texts.whatRollCallsReadsAndTests(size(data.keeping.pinnedBytes))}</dd>
              <dt className="text-ink-2">{texts.trafficBesideIt}</dt>
              <dd>{size(data.keeping.keptBytes)}</dd>
              {data.waitingReports > 0 && (
                <>
                  <dt className="text-ink-2">{texts.waitingForTheDatabase}</dt>
                  <dd>
                    {data.disk.state === 'FULL'
                      ? texts.resultsPerhapsInMemoryAlone(data.waitingReports)
                      : texts.resultsSafeOnDisk(data.waitingReports)}
                  </dd>
                </>
              )}
              {data.lostReports > 0 && (
                <>
                  <dt className="text-ink-2">{texts.lostSinceTheStart}</dt>
                  <dd className="font-semibold">{texts.resultsSeeTheServersLog(data.lostReports)}</dd>
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
      <h2 className="mb-2">{texts.howLongTrafficIsKept}</h2>
      <p className="mb-3 max-w-[70ch] text-ink-2">{texts.allFindingsRecordingsAndEntriesStay}</p>
      <form
        className="mb-4 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          save.mutate()
        }}
      >
        <label className="flex flex-col">
          {texts.daysAfterAHookUp}
          <Input
            className="w-[150px]"
            inputMode="numeric"
            required
            disabled={!may}
            value={days}
            onChange={(e) => setDays(e.target.value.replace(/\D/g, ''))}
          />
        </label>
        <label className="flex flex-col">
          {texts.atMostInGb}
          <Input
            className="w-[150px]"
            inputMode="numeric"
            required
            disabled={!may}
            value={gigabytes}
            onChange={(e) => setGigabytes(e.target.value.replace(/\D/g, ''))}
          />
        </label>
        {may && (
          <Button main disabled={same || save.isPending}>
            {texts.makeThisTheRule}
          </Button>
        )}
      </form>
      <ProblemBox problem={save.error ?? clean.error ?? would.error} />
      <h3 className="mb-1 font-semibold">
        {goes.length === 0
          ? texts.nothingIsRemovedByItNow
          : texts.trafficOfHookUps(
              same ? texts.removedNext : texts.thisRuleWouldRemove,
              goes.length,
              size(goes.reduce((sum, g) => sum + g.bytes, 0)),
            )}
      </h3>
      {goes.length > 0 && (
        <ul className="mb-3">
          {goes.slice(0, MOST_LISTED).map((g) => (
            <li key={g.hookUp} className="flex min-h-11 items-center gap-3 border-t border-line">
              <Link className="font-semibold" to={`/jobs/${g.job}`}>
                {texts.job(g.fleetNumber, g.number)}
              </Link>
              <span className="text-ink-2">{texts.hookedUp(g.beganAt.slice(0, 10))}</span>
              <span className="ml-auto">{size(g.bytes)}</span>
            </li>
          ))}
          {goes.length > MOST_LISTED && <li className="py-2">{texts.andMore(goes.length - MOST_LISTED)}</li>}
        </ul>
      )}
      {may && same && goes.length > 0 && (
        <Button disabled={clean.isPending} onClick={() => clean.mutate()}>
          {texts.removeItNow}
        </Button>
      )}
    </section>
  )
}
