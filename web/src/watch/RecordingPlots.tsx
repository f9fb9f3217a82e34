import { useIsFetching, useQuery, useQueryClient } from '@tanstack/react-query'
import {
  memo,
  type RefObject,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
} from 'react'
import { get, type StatsView } from '../api/client'
import { isNear, watchNear } from '../shared/near'
import { Plot, type PlotMark } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { useConversion, useShow } from '../shared/quantity'
import type { WatchChannel } from './types'
import { columnsOf, converted, type WindowView } from './windows'
import { texts } from './words'

/** So many plots are asked for together: about as many as stand in view. */
const TOGETHER = 10
const COLUMNS = 800
const COMPACT_COLUMNS = 300
const IDLE_MS = 50

/** What the plots show. */
interface Shown {
  recording: number
  /** Seconds of the recording. */
  from: number
  to: number
  stats: StatsView[] | undefined
  marks: PlotMark[]
  compact: boolean
  cursor: number | null
  onCursor: (at: number | null) => void
  onWindow: (a: number | null, b: number | null) => void
}

const idsOf = (channels: WatchChannel[]) => channels.map((c) => c.id).join()

const columnsFor = (s: Shown) => (s.compact ? COMPACT_COLUMNS : COLUMNS)

/** One window of channels: its key, and how it is asked for. */
const windowQuery = (s: Shown, ids: string) => ({
  queryKey: ['window', s.recording, ids, s.from, s.to, columnsFor(s)],
  queryFn: ({ signal }: { signal: AbortSignal }) =>
    get<WindowView[]>(
      `/api/recordings/${s.recording}/window?channels=${encodeURIComponent(ids)}&from=${s.from}&to=${s.to}&columns=${columnsFor(s)}`,
      signal,
    ),
})

/**
 * Plots of a recording over one window. Those in view are asked for first and drawn as soon as they are there; the
 * others follow, so that scrolling and printing find them ready.
 */
export function RecordingPlots({
  channels,
  askRef,
  ...shown
}: Shown & {
  channels: WatchChannel[]
  /** Takes what asks for another window of the plots in view at once, before the page is drawn for it. */
  askRef: RefObject<((from: number, to: number) => void) | undefined>
}) {
  const ids = idsOf(channels)
  const groups = useMemo(
    () => {
      const all: WatchChannel[][] = []
      for (let i = 0; i < channels.length; i += TOGETHER) all.push(channels.slice(i, i + TOGETHER))
      return all
    },
    // The list is made anew at each drawing; what is in it is named by its ids.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [ids],
  )
  const [near, setNear] = useState<ReadonlySet<number>>(new Set())
  const onNear = useCallback(
    (group: number, now: boolean) =>
      setNear((before) => {
        if (before.has(group) === now) return before
        const after = new Set(before)
        if (now) after.add(group)
        else after.delete(group)
        return after
      }),
    [],
  )
  const queries = useQueryClient()
  // Drawn again whenever a window has come: when those in view are there, the others are asked for.
  useIsFetching({ queryKey: ['window', shown.recording] })
  const come = (g: number) => {
    const group = groups[g]
    const status = group && queries.getQueryState(windowQuery(shown, idsOf(group)).queryKey)?.status
    return group === undefined || status === 'success' || status === 'error'
  }
  useEffect(() => {
    askRef.current = (from, to) => {
      for (const g of near) {
        const group = groups[g]
        if (group) void queries.prefetchQuery(windowQuery({ ...shown, from, to }, idsOf(group)))
      }
    }
  })
  const ready = near.size > 0 && [...near].every(come)
  const others = useIdle(ready, `${ids} ${shown.from}-${shown.to}`)
  return (
    <div data-window={`${shown.from}-${shown.to}`}>
      {groups.map((g, i) => (
        <Group key={i} place={i} channels={g} asked={others || near.has(i)} onNear={onNear} {...shown} />
      ))}
    </div>
  )
}

/** True once something is ready and the browser has nothing else to do; false again for something else. */
function useIdle(ready: boolean, what: string): boolean {
  const [idle, setIdle] = useState('')
  useEffect(() => {
    if (!ready) return
    if (typeof requestIdleCallback === 'undefined') {
      const timer = setTimeout(() => setIdle(what), IDLE_MS)
      return () => clearTimeout(timer)
    }
    const call = requestIdleCallback(() => setIdle(what), { timeout: 10 * IDLE_MS })
    return () => cancelIdleCallback(call)
  }, [ready, what])
  return ready && idle === what
}

/** Plots that are asked for together. */
const Group = memo(function Group({
  place,
  channels,
  asked,
  onNear,
  ...shown
}: Shown & {
  place: number
  channels: WatchChannel[]
  asked: boolean
  onNear: (place: number, near: boolean) => void
}) {
  const box = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    const node = box.current
    if (!node) return
    onNear(place, isNear(node))
    const leave = watchNear(node, (now) => onNear(place, now))
    return () => {
      leave()
      onNear(place, false)
    }
  }, [place, onNear])
  const ids = idsOf(channels)
  const { from, to } = shown
  const windows = useQuery({
    ...windowQuery(shown, ids),
    enabled: asked && to > from,
    placeholderData: (before) => before,
  })
  const drawn = useMemo(() => new Map(windows.data?.map((w) => [w.channel, w])), [windows.data])
  return (
    <div ref={box} data-drawn={windows.data && !windows.isPlaceholderData ? `${from}-${to}` : undefined}>
      <ProblemBox problem={windows.error} />
      {channels.map((c) => (
        <ChannelPlot
          key={c.id}
          channel={c}
          window={drawn.get(c.id)}
          stats={shown.stats?.find((s) => s.channel === c.id)}
          marks={shown.marks}
          compact={shown.compact}
          cursor={shown.cursor}
          onCursor={shown.onCursor}
          onWindow={shown.onWindow}
        />
      ))}
    </div>
  )
})

const ChannelPlot = memo(function ChannelPlot({
  channel,
  window,
  stats,
  marks,
  compact,
  cursor,
  onCursor,
  onWindow,
}: {
  channel: WatchChannel
  window: WindowView | undefined
  stats: StatsView | undefined
  marks: PlotMark[]
  compact: boolean
  cursor: number | null
  onCursor: (at: number | null) => void
  onWindow: (a: number | null, b: number | null) => void
}) {
  const way = useConversion()(channel.unit)
  const show = useShow()
  const { factor, offset } = way
  const data = useMemo(
    () => converted(columnsOf(window, channel), { factor, offset }),
    [window, channel, factor, offset],
  )
  const figure = (v: number | null | undefined) =>
    v == null ? 'none' : show(v, channel.unit, channel.decimals).figure
  const at = cursor === null || !window ? -1 : Math.floor((cursor - window.from) / window.width)
  const here = at >= 0 ? (data[2]?.[at] ?? null) : null
  const unit = way.unit === '1' ? '' : way.unit
  return (
    <figure className="mb-1">
      <figcaption className="flex flex-wrap items-baseline gap-x-3 text-small">
        <b className="font-semibold">
          {channel.side && `${channel.side} `}
          {channel.name}
        </b>
        <span className="text-ink-3">{unit}</span>
        {window?.least.every((v) => v === null) && <span className="text-ink-2">{texts.noValueHere}</span>}
        {here !== null && (
          <span>
            {texts.atTheCursor}
            <b className="font-narrow text-large">
              {channel.words[String(Math.round((here - way.offset) / way.factor))] ??
                here.toLocaleString(undefined, { maximumFractionDigits: channel.decimals + 1 })}
            </b>
          </span>
        )}
        {stats && (
          <span className="ml-auto text-fine text-ink-2">
            {texts.minMaxMeanSpread(
              figure(stats.min),
              figure(stats.max),
              figure(stats.mean),
              stats.deviation == null
                ? texts.none
                : (stats.deviation * way.factor).toLocaleString(undefined, { maximumFractionDigits: 2 }),
            )}
          </span>
        )}
      </figcaption>
      <Plot
        data={data}
        series={[
          { label: 'min', unit },
          { label: 'max', unit },
        ]}
        height={compact ? 56 : 130}
        name={`${channel.name} over the time of the recording`}
        marks={marks}
        syncKey="recording"
        onCursor={onCursor}
        onWindow={onWindow}
        compact={compact}
      />
    </figure>
  )
})
