import { Input } from '../shared/Field'
import { memo, useMemo, useRef, useState } from 'react'
import { useKeys } from '../shared/useKeys'
import type { WatchChannel } from './types'
import { texts } from './words'

const MOST = 300

/** The values that a recording holds, searched, and those that are drawn of them. Drawn again only when these change. */
export const ValueChoice = memo(function ValueChoice({
  channels,
  taken,
  onTake,
}: {
  channels: WatchChannel[]
  /** Ids with commas between, or "all". */
  taken: string
  onTake: (id: string) => void
}) {
  const [search, setSearch] = useState('')
  const field = useRef<HTMLInputElement>(null)
  useKeys(useMemo(() => ({ '/': () => field.current?.focus() }), []))
  const ids = new Set(taken.split(','))
  const words = search.toLowerCase().split(/\s+/)
  const listed = channels.filter((c) =>
    words.every((w) => texts.spn3(c.name, c.moduleTitle, c.spn).toLowerCase().includes(w)),
  )
  return (
    <section aria-label={texts.values} className="mt-6">
      <h2 className="mb-1">{texts.valuesInIt}</h2>
      <Input
        ref={field}
        className="mb-2 w-[260px]"
        type="search"
        aria-label={texts.searchValuesOfTheRecording}
        placeholder={texts.search}
        value={search}
        onChange={(e) => setSearch(e.target.value)}
      />
      <ul className="columns-2 text-small max-[1100px]:columns-1">
        {listed.slice(0, MOST).map((c) => (
          <li key={c.id} className="break-inside-avoid">
            <label className="flex min-h-9 items-center gap-2">
              <input
                type="checkbox"
                className="h-5 w-5"
                checked={taken === 'all' || ids.has(c.id)}
                onChange={() => onTake(c.id)}
              />
              {c.side && `${c.side} `}
              {c.name} <span className="text-ink-3">{c.moduleTitle}</span>
            </label>
          </li>
        ))}
      </ul>
      {listed.length > MOST && <p className="text-ink-2">{texts.theFirstAreListedSearchFor(MOST)}</p>}
    </section>
  )
})
