import type { Module } from '../api/client'
import { words } from '../shared/words'
import type { Commands } from './lamps'
import { texts } from './words'

type Lamps = NonNullable<Module['lamps']>

/** The four lamps that a module commands, in words. */
export function LampStates({ lamps }: { lamps: Lamps }) {
  return (
    <ul className="flex flex-wrap gap-x-6 gap-y-1 text-small">
      {(Object.keys(words.lamps) as (keyof typeof words.lamps)[]).map((lamp) => {
        const state = lamps[lamp] ?? 'NOT_AVAILABLE'
        const lit = state !== 'OFF' && state !== 'NOT_AVAILABLE'
        return (
          <li key={lamp}>
            <span
              className={`mr-2 inline-block h-3 w-3 rounded-full border-[1.5px] border-ink ${lit ? 'bg-ink' : ''}`}
              aria-hidden
            />
            {words.lamps[lamp]}:{' '}
            <b className={lit ? 'font-semibold' : 'font-normal text-ink-2'}>{words.lampStates[state]}</b>
          </li>
        )
      })}
    </ul>
  )
}

/** Which lamps are lit, and who asks for them; lamps that nobody lights in one line at the end. */
export function LampsByModule({ modules }: { modules: Commands[] }) {
  const names = Object.keys(words.lamps) as (keyof typeof words.lamps)[]
  const lit = names
    .map((lamp) => ({
      lamp,
      by: modules.filter((m) => {
        const state = m.lamps?.[lamp]
        return state !== undefined && state !== 'OFF' && state !== 'NOT_AVAILABLE'
      }),
    }))
    .filter((l) => l.by.length > 0)
  const dark = names.filter((lamp) => !lit.some((l) => l.lamp === lamp))
  return (
    <ul className="mb-4 border-y border-line py-2">
      {lit.map(({ lamp, by }) => (
        <li key={lamp} className="flex items-center gap-3">
          <span className="inline-block h-3.5 w-3.5 rounded-full bg-ink" aria-hidden />
          <b className="font-semibold">
            {words.lamps[lamp]} {words.lampStates[by[0]?.lamps?.[lamp] ?? 'ON']}
          </b>
          <span className="text-ink-2">{by.map((m) => m.title).join(', ')}</span>
        </li>
      ))}
      {dark.length > 0 && (
        <li className="flex items-center gap-3 text-ink-2">
          <span className="inline-block h-3.5 w-3.5 rounded-full border-[1.5px] border-ink-2" aria-hidden />
          {texts.notLit(dark.map((l) => words.lamps[l].toLowerCase()).join(', '))}
        </li>
      )}
    </ul>
  )
}
