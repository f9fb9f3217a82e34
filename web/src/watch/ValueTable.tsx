import { memo, useEffect, useRef } from 'react'
import { isNear, watchNear } from '../shared/near'
import { type Shown, useShow } from '../shared/quantity'
import { tradeDecimals } from '../shared/trade'
import type { WatchChannel } from './types'
import type { WatchStore } from './watchStore'
import { states, texts } from './words'

type Show = (value: number, unit: string, decimals: number) => Shown

/**
 * Values as a table. Hundreds change forty times a second: figures in view are written straight into their cells, those
 * out of view twice a second, and the columns have fixed widths, so that a new figure moves nothing else.
 */
export function ValueTable({
  store,
  channels,
  sources,
  chosen,
  selected,
  onSelect,
  onChoose,
}: {
  store: WatchStore
  channels: WatchChannel[]
  /** How many tell the quantity of a channel. */
  sources: Map<string, number>
  chosen: string[]
  selected: string | undefined
  onSelect: (id: string) => void
  onChoose: (id: string) => void
}) {
  const show = useShow()
  const act = useRef({ onSelect, onChoose })
  useEffect(() => {
    act.current = { onSelect, onChoose }
  })
  return (
    <table className="w-full table-fixed text-small">
      <colgroup>
        <col className="w-[44px]" />
        <col />
        <col className="w-[126px]" />
        <col className="w-[104px] max-[1100px]:w-0" />
        <col className="w-[70px]" />
        <col className="w-[74px]" />
        <col className="w-[70px] max-[1100px]:w-0" />
      </colgroup>
      <thead>
        <tr className="border-b border-line-strong text-left text-fine text-ink-3">
          <th className="py-1 font-medium">{texts.take}</th>
          <th className="py-1 font-medium">{texts.value}</th>
          <th className="py-1 text-right font-medium">{texts.now}</th>
          <th className="py-1 pl-4 font-medium max-[1100px]:p-0">
            <span className="max-[1100px]:sr-only">{texts.normal2}</span>
          </th>
          <th className="py-1 text-right font-medium">{texts.min2}</th>
          <th className="py-1 text-right font-medium">{texts.max}</th>
          <th className="py-1 text-right font-medium">
            <span className="max-[1100px]:sr-only">{texts.mean}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {channels.map((c) => (
          <Row
            key={c.id}
            store={store}
            channel={c}
            show={show}
            taken={chosen.includes(c.id)}
            selected={c.id === selected}
            sources={sources.get(c.id) ?? 1}
            act={act}
          />
        ))}
      </tbody>
    </table>
  )
}

const Row = memo(function Row({
  store,
  channel,
  show,
  taken,
  selected,
  sources,
  act,
}: {
  store: WatchStore
  channel: WatchChannel
  /** Of how many that tell the same quantity it is the first. */
  sources: number
  show: Show
  taken: boolean
  selected: boolean
  act: React.RefObject<{ onSelect: (id: string) => void; onChoose: (id: string) => void }>
}) {
  const row = useRef<HTMLTableRowElement>(null)
  useEffect(() => {
    const node = row.current
    if (!node) return
    const cells = new Painter(node, store, channel, show)
    cells.now()
    cells.gathered()
    let near = isNear(node)
    const leave = watchNear(node, (now) => {
      if (now && !near) cells.now()
      near = now
    })
    const stopNow = store.onNow(() => {
      if (near) cells.now()
    })
    const stopSlow = store.onSlow(() => cells.gathered())
    return () => {
      leave()
      stopNow()
      stopSlow()
    }
  }, [store, channel, show])
  return (
    <tr
      ref={row}
      data-channel={channel.id}
      className={`border-b border-line ${selected ? 'bg-petrol-soft' : ''}`}
      onClick={() => act.current.onSelect(channel.id)}
    >
      <td>
        <label className="grid h-10 w-11 place-items-center">
          <input
            type="checkbox"
            className="h-5 w-5"
            aria-label={texts.takeOf(channel.name, channel.moduleTitle)}
            checked={taken}
            onChange={() => act.current.onChoose(channel.id)}
          />
        </label>
      </td>
      <td className="py-1 leading-tight">
        <button className="text-left" onClick={() => act.current.onSelect(channel.id)}>
          {channel.name}
          <span className="ml-2 text-fine whitespace-nowrap text-ink-3">
            {channel.moduleTitle}
            {channel.source === 'IDENTIFIER' && texts.askedFor}
            {sources > 1 && texts.sources(sources)}
          </span>
        </button>
      </td>
      <td className="text-right whitespace-nowrap">
        <span className="block overflow-hidden [contain:content]">
          <b data-figure className="font-narrow text-head leading-none font-semibold" />
          <span data-unit className="ml-1 text-fine text-ink-3" />
        </span>
      </td>
      <td className="pl-4 max-[1100px]:p-0">
        <svg
          data-bar
          width="88"
          height="14"
          role="img"
          aria-label={texts.normalRange}
          className="block max-[1100px]:hidden"
        >
          <g visibility="hidden">
            <line x1="0" x2="88" y1="7" y2="7" stroke="var(--line-strong)" />
            <rect x="22" y="4" width="44" height="6" fill="var(--hatch)" />
            <rect data-tick x="-2" y="0" width="4" height="14" />
          </g>
        </svg>
      </td>
      <td data-min className="text-right text-ink-2" />
      <td data-max className="text-right text-ink-2" />
      <td data-mean className="text-right text-ink-2 max-[1100px]:text-[0px]" />
    </tr>
  )
})

/** Writes one row's changing texts; touches nothing that stays as it is. */
class Painter {
  private last = ''
  private readonly figure = document.createTextNode('')
  private readonly unit = document.createTextNode('')
  private readonly box: Element | null
  private readonly bar: Element | null
  private readonly tick: Element | null
  private readonly written = new Map<string, string>()
  private readonly node: HTMLElement
  private readonly store: WatchStore
  private readonly channel: WatchChannel
  private readonly show: Show

  constructor(node: HTMLElement, store: WatchStore, channel: WatchChannel, show: Show) {
    this.node = node
    this.store = store
    this.channel = channel
    this.show = show
    this.box = node.querySelector('[data-figure]')
    this.box?.replaceChildren(this.figure)
    node.querySelector('[data-unit]')?.replaceChildren(this.unit)
    this.bar = node.querySelector('[data-bar]')
    this.tick = node.querySelector('[data-tick]')
  }

  now() {
    const r = this.store.reading(this.channel.id)
    const state = r?.state ?? '-'
    const raw = r?.raw ?? 0
    const key = `${state}${raw}`
    if (key === this.last) return
    this.last = key
    const { channel } = this
    const word = state === 'V' ? channel.words[String(raw)] : undefined
    // A word is longer than a figure.
    this.put('word', String(word !== undefined), (t) => {
      this.box?.classList.toggle('text-head', t === 'false')
      this.box?.classList.toggle('text-small', t === 'true')
    })
    if (word !== undefined) {
      this.write(word, '', true)
    } else if (state === 'V' || (state === 'S' && r)) {
      const v = raw * channel.factor + channel.offset
      const shown = this.show(v, channel.unit, tradeDecimals(channel.unit, channel.decimals, false, v))
      const unit = shown.unit === '1' ? '' : shown.unit
      this.write(shown.figure, state === 'S' ? texts.stale2(unit) : unit, state === 'V')
    } else {
      this.write('', states[state] ?? '', false)
    }
    this.paintBar(state === 'V' ? raw * channel.factor + channel.offset : null)
  }

  private write(figure: string, unit: string, valid: boolean) {
    if (this.figure.data !== figure) this.figure.data = figure
    if (this.unit.data !== unit) this.unit.data = unit
    this.put('valid', String(valid), () => this.box?.classList.toggle('text-ink-3', !valid))
  }

  /** Does something only where its text has changed since the last time. */
  private put(what: string, text: string, write: (text: string) => void) {
    if (this.written.get(what) === text) return
    this.written.set(what, text)
    write(text)
  }

  private paintBar(value: number | null) {
    const i = this.store.indexOf(this.channel.id)
    const low = this.store.since?.normal[2 * i]
    const high = this.store.since?.normal[2 * i + 1]
    const known = low != null && high != null
    this.put('bar', known ? 'visible' : 'hidden', (t) =>
      this.bar?.firstElementChild?.setAttribute('visibility', t),
    )
    if (!known) return
    this.put('tick', value === null ? 'hidden' : 'inherit', (t) => this.tick?.setAttribute('visibility', t))
    const outside = value !== null && (value < low || value > high)
    const says = value === null ? texts.normalRange : outside ? texts.outsideItsNormalRange : 'normal'
    this.put('says', says, (t) => this.bar?.setAttribute('aria-label', t))
    if (value === null) return
    const at = Math.max(2, Math.min(86, 22 + ((value - low) / (high - low)) * 44))
    this.put('at', `translate(${Math.round(at)} 0)`, (t) => this.tick?.setAttribute('transform', t))
    this.put('fill', outside ? 'var(--grave)' : 'var(--ink)', (t) => this.tick?.setAttribute('fill', t))
  }

  gathered() {
    const { channel, store } = this
    const i = store.indexOf(channel.id)
    const words = Object.keys(channel.words).length > 0
    for (const name of ['min', 'max', 'mean'] as const) {
      const v = store.since?.[name][i]
      const text =
        v == null || words
          ? ''
          : this.show(v, channel.unit, tradeDecimals(channel.unit, channel.decimals, false, v)).figure
      this.put(name, text, (t) => {
        const cell = this.node.querySelector(`[data-${name}]`)
        if (cell) cell.textContent = t
      })
    }
    this.last = ''
    this.now()
  }
}
