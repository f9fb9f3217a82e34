import { Mark } from '../shared/Mark'
import type { WatchChannel } from './types'
import { NormalBar, useValue } from './Value'
import { useSlow, type WatchStore } from './watchStore'
import { texts } from './words'

/** Values large enough to be read from the other side of the engine. */
export function Readouts({
  store,
  channels,
  far,
}: {
  store: WatchStore
  channels: WatchChannel[]
  far?: boolean
}) {
  useSlow(store)
  return (
    <div
      className={
        far
          ? `grid h-full auto-rows-fr gap-x-8 gap-y-4 ${COLUMNS[Math.min(channels.length, COLUMNS.length - 1)]}`
          : 'grid grid-cols-[repeat(auto-fill,minmax(220px,1fr))] gap-x-8 gap-y-4'
      }
    >
      {channels.map((c) => (
        <Readout key={c.id} store={store} channel={c} far={far === true} of={channels.length} />
      ))}
    </div>
  )
}

/** Columns of the far view by the number of values. */
const COLUMNS = ['', 'grid-cols-1', 'grid-cols-2', 'grid-cols-2', 'grid-cols-2', 'grid-cols-3', 'grid-cols-3']

/** Sizes of the far view: a figure fills what the number of values leaves it. */
function farSize(of: number): string {
  if (of <= 1) return 'text-[min(30vw,54vh)]'
  if (of === 2) return 'text-[min(19vw,50vh)]'
  return of <= 4 ? 'text-[min(17vw,27vh)]' : 'text-[min(12.5vw,26vh)]'
}

function Readout({
  store,
  channel,
  far,
  of,
}: {
  store: WatchStore
  channel: WatchChannel
  far: boolean
  /** Of how many it is one. */
  of: number
}) {
  const now = useValue(store, channel, far)
  const i = store.indexOf(channel.id)
  const word = now.value === null
  const size = far ? (word ? 'text-far-figure' : farSize(of)) : word ? 'text-far-fine' : 'text-far-title'
  return (
    <div className={`border-t-2 border-ink pt-1 ${far ? 'flex min-w-0 flex-col overflow-hidden' : ''}`}>
      <span className={far ? 'block h-[2.4em] text-far-text leading-tight' : 'text-plain text-ink-2'}>
        {channel.side && `${channel.side} `}
        {channel.name}
        {far && <span className="ml-3 text-ink-2">{now.unit}</span>}
      </span>
      <p className="flex items-baseline gap-2 leading-none whitespace-nowrap">
        <b className={`font-narrow font-semibold ${size} ${now.state === 'V' ? '' : 'text-ink-3'}`}>
          {now.figure}
        </b>
        <span className={far ? 'text-far-head text-ink-2' : 'text-head text-ink-3'}>
          {!far && now.unit}
          {now.state === 'S' && texts.stale}
        </span>
      </p>
      {far && store.outside(channel) && (
        <Mark look="filled" className="text-far-fine">
          {texts.notNormal}
        </Mark>
      )}
      {!far && (
        <NormalBar value={now.value} low={store.since?.normal[2 * i]} high={store.since?.normal[2 * i + 1]} />
      )}
    </div>
  )
}
