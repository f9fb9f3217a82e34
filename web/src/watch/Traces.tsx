import { Segmented } from '../shared/Segmented'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useState } from 'react'
import type uPlot from 'uplot'
import { get } from '../api/client'
import { Plot } from '../shared/Plot'
import { useConversion } from '../shared/quantity'
import type { WatchChannel } from './types'
import { columnsOf, converted, withEarlier, type WindowView } from './windows'
import type { WatchStore } from './watchStore'
import { texts } from './words'

const LONGEST = 300
const SPANS = [10, 30, 60, LONGEST]
const DRAW_MS = 100
const MOST = 8

/**
 * Values over the last seconds, each on a plot of its own, from before the page looked; frozen, all that came is there
 * with its extremes.
 */
export function Traces({
  job,
  store,
  channels,
  frozen,
}: {
  job: number
  store: WatchStore
  channels: WatchChannel[]
  frozen: boolean
}) {
  const [span, setSpan] = useState(30)
  const [, tick] = useState(0)
  useEffect(() => {
    if (frozen) return
    const timer = setInterval(() => tick((n) => n + 1), DRAW_MS)
    return () => clearInterval(timer)
  }, [frozen])
  const shown = channels.slice(0, MOST)
  const ids = shown.map((c) => c.id)
  // What the server heard before this page looked: the traces do not begin empty.
  const earlier = useQuery({
    queryKey: ['watch-earlier', job, ids.join()],
    queryFn: async () => {
      const at = store.seconds
      return { at, windows: await get<WindowView[]>(series(job, ids, LONGEST)) }
    },
    enabled: !frozen && ids.length > 0,
    staleTime: Infinity,
    gcTime: 0,
  })
  const kept = useQuery({
    queryKey: ['watch-series', job, ids.join(), span],
    queryFn: () => get<WindowView[]>(series(job, ids, span)),
    enabled: frozen && ids.length > 0,
    staleTime: Infinity,
    gcTime: 0,
  })
  return (
    <div>
      <div className="mb-2 flex flex-wrap items-center gap-2">
        <Segmented
          label={texts.span}
          value={String(span)}
          choices={SPANS.map((s) => [String(s), s < 60 ? `${s} s` : texts.min(s / 60)] as const)}
          onChoose={(s) => setSpan(Number(s))}
        />
        {channels.length > MOST && (
          <span className="text-ink-2">{texts.theFirstOfAreDrawn(MOST, channels.length)}</span>
        )}
      </div>
      {shown.map((c) => (
        <Trace
          key={c.id}
          channel={c}
          span={span}
          data={
            frozen && kept.data
              ? columnsOf(
                  kept.data.find((w) => w.channel === c.id),
                  c,
                )
              : withEarlier(
                  store.trace([c.id], span) as [number[], (number | null)[]],
                  earlier.data?.windows.find((w) => w.channel === c.id),
                  store.seconds - (earlier.data?.at ?? 0),
                  span,
                  c,
                )
          }
        />
      ))}
    </div>
  )
}

const series = (job: number, ids: string[], seconds: number) =>
  `/api/jobs/${job}/watch/series?channels=${encodeURIComponent(ids.join())}&seconds=${seconds}&columns=700`

function Trace({ channel, data, span }: { channel: WatchChannel; data: uPlot.AlignedData; span: number }) {
  const way = useConversion()(channel.unit)
  const drawn = converted(data, way)
  const unit = way.unit === '1' ? 'count' : way.unit
  return (
    <figure className="mb-1">
      <figcaption className="text-small">
        <b className="font-semibold">{channel.name}</b>{' '}
        <span className="text-ink-3">
          {channel.moduleTitle}, {unit}
        </span>
      </figcaption>
      <Plot
        data={drawn}
        series={
          drawn.length > 2
            ? [
                { label: 'min', unit },
                { label: 'max', unit },
              ]
            : [{ label: channel.name, unit }]
        }
        height={120}
        name={`${channel.name} over time`}
        syncKey="live"
        range={[-span, 0]}
      />
    </figure>
  )
}
