import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type Cab, get } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { meterDigits } from '../shared/trade'
import { useAskedMeter } from '../trace/askedMeter'
import { texts } from './words'

interface Points {
  points: string[]
  plugs: string[]
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
  const { data } = useQuery({
    queryKey: ['cab-points', cab.id],
    queryFn: () => get<Points>(`${path}/points`),
    staleTime: Infinity,
  })
  const read = useMutation({
    mutationFn: ([red, black, quantity]: [string, string, string]) =>
      get<Reading>(`${path}/meter?${new URLSearchParams({ red, black, quantity })}`),
  })
  if (!data) return null
  const handled = Object.entries(cab.plugs ?? {})
  return (
    <details className="border-t border-line pt-2" open={asked !== undefined || handled.length > 0}>
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{texts.handsAtTheHarness}</summary>
      <label className="text-[15px]">
        {texts.plug}
        <select className="field" value={plug} onChange={(e) => setPlug(e.target.value)}>
          <option value="">{texts.chooseOne}</option>
          {data.plugs.map((p) => (
            <option key={p} value={p}>
              {p}
              {cab.plugs?.[p] ? `, ${cab.plugs[p]}` : ''}
            </option>
          ))}
        </select>
      </label>
      {plug && (
        <span className="mt-2 grid grid-cols-2 gap-2">
          {HANDS.map(([hand, says]) => (
            <button
              key={hand}
              className="btn justify-center px-2"
              aria-pressed={(cab.plugs?.[plug] ?? 'in') === hand}
              onClick={() => onAct(hand, plug)}
            >
              {says}
            </button>
          ))}
        </span>
      )}
      {handled.length > 0 && (
        <p className="mt-2 text-[15px]">{handled.map(([p, hand]) => `${p} ${hand}`).join(', ')}</p>
      )}
      <MeterPlaces
        key={asked ? `${asked.red} ${asked.black}` : ''}
        points={data.points}
        red={asked?.red ?? ''}
        black={asked?.black ?? 'battery/minus'}
        onRead={(...where) => read.mutate(where)}
      />
      {read.data && !read.error && (
        <p className="mt-2 font-narrow text-[26px] font-semibold" aria-live="polite">
          {read.data.noEnd ? texts.noEnd : meterDigits(read.data.value).digits}{' '}
          <span className="text-[17px] text-ink-2">
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
    <label className="col-span-2 text-[15px]">
      {name}
      <select className="field" value={value} onChange={(e) => set(e.target.value)}>
        <option value="">{texts.chooseAPoint}</option>
        {points.map((p) => (
          <option key={p}>{p}</option>
        ))}
      </select>
    </label>
  )
  return (
    <div className="mt-2 grid grid-cols-2 gap-2">
      {place(texts.redLead, red, setRed)}
      {place(texts.blackLead, black, setBlack)}
      <button
        className="btn justify-center px-2"
        disabled={!red || !black}
        onClick={() => onRead(red, black, 'volts')}
      >
        {texts.volts}
      </button>
      <button
        className="btn justify-center px-2"
        disabled={!red || !black}
        onClick={() => onRead(red, black, 'ohms')}
      >
        {texts.ohms}
      </button>
    </div>
  )
}
