import type { WatchChannel } from './types'
import { NormalBar, useValue } from './Value'
import { useSlow, type WatchStore } from './watchStore'

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
  const columns = far
    ? channels.length > 4
      ? 'grid-cols-3'
      : 'grid-cols-2'
    : 'grid-cols-[repeat(auto-fill,minmax(220px,1fr))]'
  return (
    <div className={`grid ${columns} gap-x-8 gap-y-4`}>
      {channels.map((c) => (
        <Readout key={c.id} store={store} channel={c} far={far === true} />
      ))}
    </div>
  )
}

function Readout({ store, channel, far }: { store: WatchStore; channel: WatchChannel; far: boolean }) {
  const now = useValue(store, channel)
  const i = store.indexOf(channel.id)
  const word = now.value === null
  const size = far
    ? word
      ? 'text-[64px]'
      : 'text-[clamp(72px,9vw,150px)]'
    : word
      ? 'text-[26px]'
      : 'text-[52px]'
  return (
    <div className="border-t-2 border-ink pt-1">
      <span className={far ? 'text-[30px] leading-tight' : 'text-[16px] text-ink-2'}>
        {channel.side && `${channel.side} `}
        {channel.name}
        {far && <span className="ml-3 text-ink-2">{now.unit}</span>}
      </span>
      <p className="flex items-baseline gap-2 leading-none whitespace-nowrap">
        <b className={`font-narrow font-semibold ${size} ${now.state === 'V' ? '' : 'text-ink-3'}`}>
          {now.figure}
        </b>
        <span className={far ? 'text-[40px] text-ink-2' : 'text-[20px] text-ink-3'}>
          {!far && now.unit}
          {now.state === 'S' && ' stale'}
        </span>
      </p>
      {far && store.outside(channel) && <span className="mark mark-filled text-[28px]">not normal</span>}
      {!far && (
        <NormalBar value={now.value} low={store.since?.normal[2 * i]} high={store.since?.normal[2 * i + 1]} />
      )}
    </div>
  )
}
