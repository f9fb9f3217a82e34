import { Input } from '../shared/Field'
import { Button, ButtonAnchor } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { useParams } from 'react-router'
import { get, post, type RecordingWhole, type StatsView } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import type { PlotMark } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { toggled, useAddress } from '../shared/useAddress'
import { useKeys } from '../shared/useKeys'
import { count } from '../shared/words'
import { ConversionPanel } from './ConversionPanel'
import { LoadedPanel } from './LoadedPanel'
import { PullPanel } from './PullPanel'
import { RecordingPlots } from './RecordingPlots'
import { SeaPanel } from './SeaPanel'
import { ValueChoice } from './ValueChoice'
import type { WatchChannel } from './types'
import { clock, texts } from './words'

const FIRST_SHOWN = 4
const ADDRESS_MS = 400

/** Columns that say which cylinder was off. */
const OFF = /^(cylinder off|cylinders cut out)$/i
/** Nitrogen oxides before and behind the catalyst. */
const GASES = [3216, 3226]

/** A recording: any window of it, with cursor, statistics, markers, tables, analyses. */
export function RecordingPage() {
  const { job } = useJob()
  const id = Number(useParams().recording)
  const [params, put] = useAddress()
  const [cursor, setCursor] = useState<number | null>(null)
  const [text, setText] = useState('')
  const queries = useQueryClient()
  const { data, error } = useQuery({
    queryKey: ['recording', id],
    queryFn: () => get<RecordingWhole>(`/api/recordings/${id}`),
    refetchInterval: (q) => (q.state.data?.head.seconds == null ? 2000 : false),
  })
  const length = data?.head.seconds ?? 60
  const [[from, to], setSpan] = useSpan(id, params, length)
  const channels = useMemo(() => (data?.channels ?? []) as unknown as WatchChannel[], [data])
  const take = takenIn(params, channels)
  const every = params.get('take') === 'all'
  const shown = take.flatMap((t) => channels.find((c) => c.id === t) ?? [])
  const ids = shown.map((c) => c.id).join()
  const stats = useQuery({
    queryKey: ['stats', id, ids, from, to],
    queryFn: () =>
      get<StatsView[]>(
        `/api/recordings/${id}/statistics?channels=${encodeURIComponent(ids)}&from=${from}&to=${to}`,
      ),
    enabled: shown.length > 0 && !every && to > from,
    placeholderData: (before) => before,
  })
  const mark = useMutation({
    mutationFn: () => post(`/api/recordings/${id}/marks`, { seconds: cursor ?? (from + to) / 2, text }),
    onSuccess: () => {
      setText('')
      void queries.invalidateQueries({ queryKey: ['recording', id] })
    },
  })
  const marks: PlotMark[] = useMemo(
    () =>
      (data?.marks ?? []).map((m) => ({
        from: m.from,
        to: m.to,
        text: m.text,
        kind: m.kind as PlotMark['kind'],
      })),
    [data],
  )
  const chosen = useRef<(a: number | null, b: number | null) => void>(() => undefined)
  const choose = useCallback((a: number | null, b: number | null) => chosen.current(a, b), [])
  const taking = useRef<(id: string) => void>(() => undefined)
  const took = useCallback((id: string) => taking.current(id), [])
  const askRef = useRef<((from: number, to: number) => void) | undefined>(undefined)
  const later = useRef<ReturnType<typeof setTimeout>>(undefined)
  useEffect(() => () => clearTimeout(later.current), [id])
  const window = (a: number | null, b: number | null) => {
    const start = Math.max(0, a ?? 0)
    const end = Math.min(length, b ?? length)
    askRef.current?.(start, end)
    setSpan(start, end)
    const all = a === null || b === null
    clearTimeout(later.current)
    later.current = setTimeout(
      () =>
        put((p) => {
          p.delete('from')
          p.delete('to')
          if (all) return
          p.set('from', String(start))
          p.set('to', String(end))
        }),
      ADDRESS_MS,
    )
  }
  useEffect(() => {
    chosen.current = window
    taking.current = (id) => put((p) => p.set('take', toggled(takenIn(p, channels), id)))
  })
  useKeys(useMemo(() => ({ '0': () => chosen.current(null, null) }), []))
  if (error) return <ProblemBox problem={error} />
  if (!data) return <p className="text-ink-2">{texts.oneMoment}</p>
  const move = (share: number) => {
    const by = (to - from) * share
    const start = Math.max(0, Math.min(length - (to - from), from + by))
    window(start, start + to - from)
  }
  const table = `/api/recordings/${id}/table.csv?channels=${encodeURIComponent(ids)}`
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1>{data.head.name}</h1>
        <p className="text-ink-2">
          {data.head.seconds == null ? texts.goesOn : clock(data.head.seconds)},{' '}
          {count(channels.length, 'value')}
          {(data.head.samples ?? 0) > 0 &&
            texts.bytesASample((data.head.bytes / (data.head.samples ?? 1)).toFixed(2))}
          {(data.head.lost ?? 0) > 0 && `, ${data.head.lost} samples lost`}
        </p>
        <ButtonLink className="ml-auto" to={`/jobs/${job.id}/watch`}>
          {texts.allRecordings}
        </ButtonLink>
      </div>
      <div className="mb-2 flex flex-wrap items-center gap-2 border-y border-line py-2">
        <Button onClick={() => window(null, null)} disabled={from === 0 && to === length}>
          {texts.wholeRecording2}
          <span className="kbd">0</span>
        </Button>
        <Button aria-label={texts.backByHalfAWindow} onClick={() => move(-0.5)}>
          ◀
        </Button>
        <Button aria-label={texts.onByHalfAWindow} onClick={() => move(0.5)}>
          ▶
        </Button>
        <span className="text-small text-ink-2">{texts.toDragInAPlotFor(clock(from), clock(to))}</span>
        <form
          className="ml-auto flex gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            mark.mutate()
          }}
        >
          <Input
            className="w-[190px]"
            aria-label={texts.whatIsMarkedAtTheCursor}
            placeholder={texts.markerAtTheCursor}
            required
            maxLength={200}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
          <Button>{texts.mark2}</Button>
        </form>
      </div>
      <ProblemBox problem={mark.error} />
      <RecordingPlots
        recording={id}
        channels={shown}
        askRef={askRef}
        from={from}
        to={to}
        stats={stats.data}
        marks={marks}
        compact={every}
        cursor={every ? null : cursor}
        onCursor={setCursor}
        onWindow={choose}
      />
      <div className="mt-3 flex flex-wrap gap-2">
        <ButtonAnchor href={`${table}&from=${from}&to=${to}`}>{texts.thisWindowAsCsv}</ButtonAnchor>
        <ButtonAnchor href={table}>{texts.wholeRecordingAsCsv}</ButtonAnchor>
        <ButtonAnchor href={`/api/recordings/${id}/table.csv`}>{texts.everyValueAsCsv}</ButtonAnchor>
        <Button onClick={() => put((p) => (every ? p.delete('take') : p.set('take', 'all')))}>
          {every ? texts.drawFewValues : texts.drawAllValues(channels.length)}
        </Button>
      </div>
      {channels.some((c) => c.side) ? <SeaPanel recording={id} /> : <PullPanel recording={id} />}
      {channels.some((c) => OFF.test(c.name)) && <LoadedPanel recording={id} />}
      {GASES.every((spn) => channels.some((c) => c.spn === spn)) && <ConversionPanel recording={id} />}
      <ValueChoice channels={channels} taken={every ? 'all' : take.join()} onTake={took} />
      <Why title={data.head.name}>
        <WhyPart head={texts.whatItIs}>
          {texts.began2(new Date(data.head.beganAt).toLocaleString(), data.head.why)}
          {data.head.endedWhy}
          {data.head.startSeconds > 0.05 && texts.theFirstSAreFromBefore(data.head.startSeconds.toFixed(1))}
        </WhyPart>
        <WhyPart head={texts.extremes}>{texts.eachColumnOfAPlotRuns}</WhyPart>
        <WhyPart head={texts.next}>
          <span className="flex flex-col gap-2">
            <ButtonLink to={`/jobs/${job.id}/watch`}>{texts.layItOverAnother}</ButtonLink>
            <ButtonLink to={`/jobs/${job.id}/faults`}>{texts.whereToStart}</ButtonLink>
          </span>
        </WhyPart>
      </Why>
    </>
  )
}

/**
 * The window that is shown: that of the address, or one that was chosen since. The address follows a little later, because
 * with it the whole job is drawn again.
 */
function useSpan(
  id: number,
  params: URLSearchParams,
  length: number,
): [[number, number], (from: number, to: number) => void] {
  const address = `${id} ${params.get('from')}-${params.get('to')}`
  const [chosen, setChosen] = useState<{ address: string; span: [number, number] }>()
  const span: [number, number] =
    chosen?.address === address
      ? chosen.span
      : [Number(params.get('from') ?? 0), Number(params.get('to') ?? length)]
  return [span, (from, to) => setChosen({ address, span: [from, to] })]
}

/** The values that an address asks for: all, some, or those that are drawn first. */
function takenIn(params: URLSearchParams, channels: WatchChannel[]): string[] {
  const take = params.get('take')
  if (take === 'all') return channels.map((c) => c.id)
  return take?.split(',').filter(Boolean) ?? firstOf(channels)
}

/** What is drawn before anybody chose: the vital values, as far as they are there. */
function firstOf(channels: WatchChannel[]): string[] {
  const wanted = [190, 92, 102, 84, 110]
  const found = wanted.flatMap((spn) =>
    channels.filter((c) => c.spn === spn && c.source !== 'IDENTIFIER').slice(0, 2),
  )
  return (found.length > 0 ? found : channels).slice(0, FIRST_SHOWN).map((c) => c.id)
}
