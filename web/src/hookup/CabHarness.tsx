import { Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type Cab, get } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { meterDigits } from '../shared/trade'
import { useAskedMeter } from '../trace/askedMeter'
import { texts } from './words'

export interface Points {
  points: string[]
  plugs: string[]
  parts: string[]
  partsOfSeveral: string[]
}

interface Reading {
  value: number
  noEnd: boolean
}

const HANDS = [
  ['in', texts.in],
  ['off', texts.offMark],
  ['bridged', texts.offJumper],
  ['wiggled', texts.wiggle],
] as const

/** What hands can get at in a simulated unit. */
export function usePoints(path: string, unit: string) {
  return useQuery({
    queryKey: ['cab-points', unit],
    queryFn: () => get<Points>(`${path}/points`),
    staleTime: Infinity,
  })
}

/** Hands at the harness of a simulated unit: pulls plugs, puts the meter on. */
export function CabHarness({
  path,
  cab,
  onAct,
}: {
  path: string
  cab: Cab
  onAct: (action: string, value: string) => void
}) {
  const asked = useAskedMeter()
  const [plug, setPlug] = useState('')
  const { data } = usePoints(path, cab.id)
  const read = useMutation({
    mutationFn: ([red, black, quantity]: [string, string, string]) =>
      get<Reading>(`${path}/meter?${new URLSearchParams({ red, black, quantity })}`),
  })
  if (!data) return null
  const handled = Object.entries(cab.plugs ?? {})
  return (
    <details className="border-t border-line pt-2" open={asked !== undefined || handled.length > 0}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{texts.handsAtTheHarness}</summary>
      <label className="text-small">
        {texts.plug}
        <Select value={plug} onChange={(e) => setPlug(e.target.value)}>
          <option value="">{texts.chooseOne}</option>
          {data.plugs.map((p) => (
            <option key={p} value={p}>
              {p}
              {cab.plugs?.[p] ? `, ${cab.plugs[p]}` : ''}
            </option>
          ))}
        </Select>
      </label>
      {plug && (
        <span className="mt-2 grid grid-cols-2 gap-2">
          {HANDS.map(([hand, says]) => (
            <Button
              key={hand}
              className="justify-center px-2"
              aria-pressed={(cab.plugs?.[plug] ?? 'in') === hand}
              onClick={() => onAct(hand, plug)}
            >
              {says}
            </Button>
          ))}
        </span>
      )}
      {handled.length > 0 && (
        <p className="mt-2 text-small">{handled.map(([p, hand]) => `${p} ${hand}`).join(', ')}</p>
      )}
      <MeterPlaces
        key={asked ? `${asked.red} ${asked.black}` : ''}
        points={data.points}
        red={asked?.red ?? ''}
        black={asked?.black ?? 'battery/minus'}
        onRead={(...where) => read.mutate(where)}
      />
      {read.data && !read.error && (
        <p className="mt-2 font-narrow text-far-fine font-semibold" aria-live="polite">
          {read.data.noEnd ? texts.noEnd : meterDigits(read.data.value).digits}{' '}
          <span className="text-lead text-ink-2">
            {read.data.noEnd ? '' : meterDigits(read.data.value).prefix}
            {read.variables?.[2] === 'ohms' ? 'Ω' : 'V'}
          </span>
        </p>
      )}
      <ProblemBox problem={read.error} />
    </details>
  )
}

function MeterPlaces({
  points,
  red: firstRed,
  black: firstBlack,
  onRead,
}: {
  points: string[]
  red: string
  black: string
  onRead: (red: string, black: string, quantity: string) => void
}) {
  const [red, setRed] = useState(firstRed)
  const [black, setBlack] = useState(firstBlack)
  const place = (name: string, value: string, set: (v: string) => void) => (
    <label className="col-span-2 text-small">
      {name}
      <Select value={value} onChange={(e) => set(e.target.value)}>
        <option value="">{texts.chooseAPoint}</option>
        {points.map((p) => (
          <option key={p}>{p}</option>
        ))}
      </Select>
    </label>
  )
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      {place(texts.redLead, red, setRed)}
      {place(texts.blackLead, black, setBlack)}
      <Button
        className="justify-center px-2"
        disabled={!red || !black}
        onClick={() => onRead(red, black, 'volts')}
      >
        {texts.volts}
      </Button>
      <Button
        className="justify-center px-2"
        disabled={!red || !black}
        onClick={() => onRead(red, black, 'ohms')}
      >
        {texts.ohms}
      </Button>
    </div>
  )
}
