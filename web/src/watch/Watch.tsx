import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useMemo, useRef, useState } from 'react'
import { useMe } from '../account/me'
import { get, post } from '../api/client'
import { useJob, useLive } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { FarView } from '../shared/FarView'
import { ProblemBox } from '../shared/ProblemBox'
import { toggled, useAddress } from '../shared/useAddress'
import { useKeys } from '../shared/useKeys'
import { count } from '../shared/words'
import { Against } from './Against'
import { Readouts } from './Readouts'
import { RecordNow, Recorders } from './Recorders'
import { oneEach } from './sources'
import { type MenuItem, WatchMenu } from './WatchMenu'
import { RecordingList } from './RecordingList'
import { Traces } from './Traces'
import { ValueTable } from './ValueTable'
import { ValueWhy } from './ValueWhy'
import { texts } from './words'
import { inOrder, useSlow, useWatch } from './watchStore'

type View = 'table' | 'readouts' | 'traces' | 'against'
const VIEWS: [View, string][] = [
  ['table', texts.table],
  ['readouts', texts.large],
  ['traces', texts.overTime],
  ['against', texts.against],
]

/** Values that stand large enough on one screen. */
const MOST_FAR = 6

interface KeptSet {
  id: number
  name: string
  channels: string[]
}

/** Live values: as a table, large, over time, one against another; recorders; recordings. */
export function Watch() {
  const { job } = useJob()
  const liveLink = useLive('link')
  const liveRecorders = useLive('recorders')
  const me = useMe()
  const store = useWatch(job.id)
  const since = useSlow(store)
  const [params, change] = useAddress()
  const [search, setSearch] = useState('')
  const [selected, setSelected] = useState<string>()
  const [frozen, setFrozen] = useState(false)
  const [far, setFar] = useState(false)
  const [name, setName] = useState('')
  const [arming, setArming] = useState(false)
  const field = useRef<HTMLInputElement>(null)
  const queries = useQueryClient()
  const sets = useQuery({ queryKey: ['watch-sets'], queryFn: () => get<KeptSet[]>('/api/watch-sets') })
  const keep = useMutation({
    mutationFn: (channels: string[]) => post<KeptSet[]>('/api/watch-sets', { name, channels }),
    onSuccess: (all) => {
      queries.setQueryData(['watch-sets'], all)
      setName('')
    },
  })
  const view = (params.get('view') ?? 'table') as View
  const set = params.get('set') ?? ''
  const spns = params.getAll('spn').map(Number)
  const each = params.has('each')
  const mayRecord = me.rights.includes('READ')
  const taken = takenIn(params)
  const put = (key: string, value: (before: URLSearchParams) => string) =>
    change((p) => {
      p.delete('spn')
      const next = value(p)
      if (next) p.set(key, next)
      else p.delete(key)
    })
  const all = store.channels
  const byParts = all.map((c) => c.id).join()
  const kept = sets.data?.find((s) => `kept-${s.id}` === set)
  const { channels: listed, sources } = useMemo(() => {
    const words = search.toLowerCase().split(/\s+/).filter(Boolean)
    const sought = new Set(spns)
    const beside = new Set(all.filter((c) => sought.has(c.spn)).flatMap((c) => c.sets))
    const fits = all.filter((c) => {
      const text = `${c.name} ${c.moduleTitle} ${c.side} spn ${c.spn} ${c.id} ${c.group}`.toLowerCase()
      if (!words.every((w) => text.includes(w))) return false
      if (kept) return kept.channels.includes(c.id)
      if (set) return c.sets.includes(set)
      return sought.size === 0 || sought.has(c.spn) || c.sets.some((s) => beside.has(s))
    })
    return each
      ? { channels: inOrder(fits, store.told), sources: new Map<string, number>() }
      : oneEach(inOrder(fits, store.told))
    // The list of channels is told anew as a whole; its ids tell whether it is another one.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [byParts, search, set, kept, params, each, store.told.size])
  const chosen = taken.length > 0 ? all.filter((c) => taken.includes(c.id)) : listed.slice(0, 6)
  const ordered = taken.length > 0 ? taken.flatMap((id) => chosen.find((c) => c.id === id) ?? []) : chosen
  const choose = (id: string) => put('take', (p) => toggled(takenIn(p), id))
  const mark = useCallback(() => void post(`/api/jobs/${job.id}/watch/marker`, { text: 'marked' }), [job.id])
  useKeys(
    useMemo(
      () => ({
        '/': () => field.current?.focus(),
        b: () => setFar((f) => !f),
        z: () => setFrozen((f) => !f),
        m: mark,
      }),
      [mark],
    ),
  )
  const about = all.find((c) => c.id === selected) ?? (view === 'table' ? undefined : ordered[0])
  const up = liveLink?.state === 'UP'
  const engine = since?.engines
  const outside = ordered.slice(0, MOST_FAR).flatMap((c) => (store.outside(c) ? [c.id] : []))
  const setIds = [...new Set(all.flatMap((c) => c.sets))]
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{texts.watch}</h1>
        <p className="text-ink-2" aria-live="polite">
          {up && all.length > 0
            ? `${count(all.length, 'value')}${engine ? `, ${engines(engine)}` : ''}`
            : up
              ? texts.waitingForTheFirstValues
              : texts.notHookedUp}
          {frozen && texts.frozen}
        </p>
      </div>
      {!up && (
        <p className="mb-4">
          {texts.valuesAreSeenWhileTheUnit}
          <ButtonLink main className="ml-2" to={`/jobs/${job.id}/hook-up`}>
            {texts.hookUp}
          </ButtonLink>
        </p>
      )}
      {up && (
        <>
          <div role="toolbar" aria-label={texts.values} className="mb-2 flex items-center gap-2">
            {mayRecord && <RecordNow job={job.id} />}
            <Input
              ref={field}
              className="min-w-[90px] flex-1"
              type="search"
              aria-label={texts.searchValues}
              placeholder={texts.search}
              value={search}
              onChange={(e) => setSearch(e.target.value)}
            />
            <Select
              className="w-[190px] min-w-0 shrink"
              aria-label={texts.set}
              value={set}
              onChange={(e) => put('set', () => e.target.value)}
            >
              <option value="">{spns.length > 0 ? texts.ofTheFault : texts.allValues}</option>
              {setIds.map((s) => (
                <option key={s} value={s}>
                  {store.titles[s] ?? s}
                </option>
              ))}
              {sets.data?.map((s) => (
                <option key={s.id} value={`kept-${s.id}`}>
                  {s.name}
                </option>
              ))}
            </Select>
            <Select
              className="w-[124px] min-w-0 shrink"
              aria-label={texts.view}
              value={view}
              onChange={(e) => put('view', () => e.target.value)}
            >
              {VIEWS.map(([v, title]) => (
                <option key={v} value={v}>
                  {title}
                </option>
              ))}
            </Select>
            <WatchMenu
              items={[
                [frozen ? texts.goOn : texts.freeze, 'z', () => setFrozen(!frozen)],
                [texts.farView, 'b', () => setFar(true)],
                [texts.markThisMoment, 'm', mark],
                ...(mayRecord ? ([[texts.armARecorder2, '', () => setArming(true)]] as MenuItem[]) : []),
                [
                  each ? texts.oneRowAQuantity : texts.eachSourceByItself,
                  '',
                  () => put('each', (p) => (p.has('each') ? '' : '1')),
                ],
              ]}
            />
          </div>
          <Recorders
            job={job.id}
            recorders={liveRecorders ?? []}
            channels={all}
            chosen={taken}
            arming={arming}
            onArming={setArming}
            may={mayRecord}
          />
          {taken.length > 0 && (
            <form
              className="mb-2 flex flex-wrap items-center gap-2 text-small"
              onSubmit={(e) => {
                e.preventDefault()
                keep.mutate(taken)
              }}
            >
              <span>{texts.taken(count(taken.length, 'value'))}</span>
              <Button type="button" onClick={() => put('take', () => '')}>
                {texts.takeNone}
              </Button>
              <Input
                className="w-[180px]"
                aria-label={texts.nameOfTheSet}
                placeholder={texts.nameOfTheSet}
                required
                maxLength={60}
                value={name}
                onChange={(e) => setName(e.target.value)}
              />
              <Button>{texts.keepAsASet}</Button>
            </form>
          )}
          <ProblemBox problem={keep.error} />
          {view === 'table' && (
            <ValueTable
              store={store}
              channels={listed}
              sources={sources}
              chosen={taken}
              selected={selected}
              onSelect={setSelected}
              onChoose={choose}
            />
          )}
          {view === 'readouts' && <Readouts store={store} channels={ordered} />}
          {view === 'traces' && <Traces job={job.id} store={store} channels={ordered} frozen={frozen} />}
          {view === 'against' && <Against store={store} channels={ordered} />}
          {listed.length === 0 && all.length > 0 && (
            <p className="text-ink-2">{texts.nothingFitsSearchForLessOr}</p>
          )}
        </>
      )}
      <RecordingList job={job.id} unit={job.unitId} />
      {about ? (
        <ValueWhy store={store} channel={about} />
      ) : (
        <Why title={texts.watch}>
          <WhyPart head={texts.whatItIs}>{texts.everythingThatTheModulesTellAs}</WhyPart>
          <WhyPart head={texts.recording}>{texts.wholeGroupsAreRecordedSoThat}</WhyPart>
          <WhyPart head={texts.next}>{texts.takeSomeValuesThenLookAt}</WhyPart>
        </Why>
      )}
      <FarView
        open={far}
        onClose={() => setFar(false)}
        title={engine ? engines(engine) : texts.watch}
        heard={{ state: outside.join(), tone: outside.length > 0 ? 'look' : 'free' }}
      >
        <Readouts store={store} channels={ordered.slice(0, MOST_FAR)} far />
      </FarView>
    </>
  )
}

/** The values that were chosen to be drawn. */
const takenIn = (params: URLSearchParams) => params.get('take')?.split(',').filter(Boolean) ?? []

function engines(states: Record<string, string>): string {
  const named = Object.entries(states).filter(([side]) => side)
  return named.length > 0
    ? named.map(([side, words]) => texts.engine(side, words)).join(', ')
    : texts.theEngine(states[''] ?? '')
}
