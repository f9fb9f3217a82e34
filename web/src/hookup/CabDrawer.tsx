import { Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { type Cab, get, post } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { CabHarness } from './CabHarness'
import { CabParts } from './CabParts'
import { texts } from './words'

/**
 * The cab of a simulated unit: what a person would do there with their hands. Kept apart from everything else by its
 * hatched edge, and there for simulated units only.
 */
export function CabDrawer({ job, unit }: { job: number; unit: string }) {
  const [open, setOpen] = useState(false)
  const queries = useQueryClient()
  const show = useShow()
  const path = `/api/jobs/${job}/cab/${unit}`
  const { data: cab } = useQuery({
    queryKey: ['cab', unit],
    queryFn: () => get<Cab>(path),
    refetchInterval: open ? 500 : 3000,
  })
  const act = useMutation({
    mutationFn: ([action, value]: [string, string]) => post<Cab>(path, { action, value }),
    onSuccess: (now) => queries.setQueryData(['cab', unit], now),
  })
  const crank = () => {
    act.mutate(['key', 'crank'])
    const letGo = () => {
      act.mutate(['key', 'on'])
      window.removeEventListener('pointerup', letGo)
      window.removeEventListener('keyup', letGo)
    }
    window.addEventListener('pointerup', letGo)
    window.addEventListener('keyup', letGo)
  }
  const coolant = cab && show(cab.coolantC, '°C', 0)
  return (
    <section
      aria-label={texts.simulatedCab}
      className="cab fixed right-0 bottom-[53px] z-10 w-[300px] border border-line-strong bg-paper max-[900px]:w-[260px]"
      style={{
        borderTop: '10px solid transparent',
        borderImage: 'repeating-linear-gradient(135deg, var(--hatch) 0 6px, transparent 6px 12px) 10',
      }}
    >
      <button
        className="flex min-h-11 w-full items-center justify-between px-4 font-semibold"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {texts.simulatedCab}
        <span className="text-small font-normal text-ink-2">
          {cab ? (cab.plugged ? texts.key(cab.key) : texts.unplugged) : ''}
        </span>
      </button>
      {open && cab && (
        <div className="flex max-h-[calc(100vh-250px)] flex-col gap-3 overflow-auto px-4 pb-4">
          <p className="text-small text-ink-2">{texts.standsInForYourHandsIn}</p>
          <div className="grid grid-cols-3 gap-2">
            <Button
              className="justify-center px-2"
              aria-pressed={cab.key === 'off'}
              onClick={() => act.mutate(['key', 'off'])}
            >
              {texts.keyOff}
            </Button>
            <Button
              className="justify-center px-2"
              aria-pressed={cab.key === 'on'}
              onClick={() => act.mutate(['key', 'on'])}
            >
              {texts.keyOn}
            </Button>
            <Button
              className="justify-center px-2"
              disabled={cab.engineRunning}
              onPointerDown={crank}
              onKeyDown={(e) => {
                if ((e.key === 'Enter' || e.key === ' ') && !e.repeat) crank()
              }}
            >
              {texts.crank}
            </Button>
          </div>
          <CabHarness path={path} cab={cab} onAct={(action, value) => act.mutate([action, value])} />
          <CabParts path={path} cab={cab} onAct={(action, value) => act.mutate([action, value])} />
          <ul className="flex flex-wrap gap-x-3 gap-y-1 text-fine" aria-label={texts.lampsInTheCab}>
            {Object.entries(cab.lamps).map(([lamp, lit]) => (
              <li key={lamp} className={lit ? 'font-semibold' : 'text-ink-3'}>
                <span
                  className={`mr-1.5 inline-block h-3 w-3 rounded-full border-[1.5px] border-ink ${lit ? 'bg-ink' : ''}`}
                  aria-hidden
                />
                {lamp.replaceAll('-', ' ')} {lit ? texts.lit : texts.dark}
              </li>
            ))}
          </ul>
          <label className="text-small">
            {texts.pedal(Math.round(cab.pedal * 100))}
            <input
              type="range"
              min="0"
              max="1"
              step="0.05"
              className="h-11 w-full"
              value={cab.pedal}
              onChange={(e) => act.mutate(['pedal', e.target.value])}
            />
          </label>
          <Driving cab={cab} onAct={(action, value) => act.mutate([action, value])} />
          <p className="font-narrow text-large font-semibold">
            {texts.rpm(Math.round(cab.rpm))}
            {cab.kmh > 0.5 && `${Math.round(cab.kmh)} km/h, `} {coolant?.figure} {coolant?.unit},{' '}
            {cab.batteryV.toFixed(1)} V
          </p>
          {cab.fluid?.urea !== undefined && (
            <p className="text-small">
              {texts.fluidByHand(
                cab.fluid.urea.toFixed(1),
                (cab.fluid.beaker ?? 0).toFixed(1),
                cab.fluid.wet === 1,
              )}
            </p>
          )}
          <Button
            className="justify-center"
            onClick={() => act.mutate(['plug', cab.plugged ? 'false' : 'true'])}
          >
            {cab.plugged ? texts.unplugTheLink : texts.plugTheLinkIn}
          </Button>
          <ProblemBox problem={act.error} />
        </div>
      )}
    </section>
  )
}

/** Load of a generating set, or how hard a shovel digs. */
function Machine({
  driving,
  onAct,
}: {
  driving: Cab['driving']
  onAct: (action: string, value: string) => void
}) {
  const [lever, at] = Object.entries(driving)[0] ?? []
  if (lever === 'way') {
    return (
      <label className="text-small">
        {texts.way}
        <Select value={at ?? 'ahead'} onChange={(e) => onAct('way', e.target.value)}>
          <option value="ahead">{texts.ahead}</option>
          <option value="astern">{texts.astern}</option>
        </Select>
      </label>
    )
  }
  if (lever !== 'load' && lever !== 'dig') return null
  const steps = lever === 'load' ? [0, 80, 160, 240, 300] : [0, 0.5, 0.8, 1]
  return (
    <label className="text-small">
      {lever === 'load' ? texts.loadKw : texts.digs}
      <Select value={String(Number(at))} onChange={(e) => onAct(lever, e.target.value)}>
        {steps.map((s) => (
          <option key={s} value={s}>
            {lever === 'load' ? s : texts.percent(Math.round(100 * s))}
          </option>
        ))}
      </Select>
    </label>
  )
}

/** Gear, brake, hill and load, where the unit has them. */
function Driving({ cab, onAct }: { cab: Cab; onAct: (action: string, value: string) => void }) {
  const d = cab.driving
  if (d.gear === undefined) return <Machine driving={d} onAct={onAct} />
  const automatic = d.gear.startsWith('d')
  return (
    <div className="grid grid-cols-2 gap-2 text-small">
      <label>
        {texts.gear}
        {automatic && `(${d.gear.slice(1)})`}
        <Select value={automatic ? 'd' : d.gear} onChange={(e) => onAct('gear', e.target.value)}>
          <option value="n">{texts.neutral}</option>
          <option value="d">{texts.drive}</option>
          {Array.from({ length: 12 }, (_, i) => (
            <option key={i + 1} value={String(i + 1)}>
              {texts.hold(i + 1)}
            </option>
          ))}
        </Select>
      </label>
      <label>
        {texts.brake}
        <Select value={Number(d.brake) > 0 ? '0.4' : '0'} onChange={(e) => onAct('brake', e.target.value)}>
          <option value="0">{texts.off}</option>
          <option value="0.4">{texts.on}</option>
        </Select>
      </label>
      {d['engine-brake'] !== undefined && (
        <label>
          {texts.engineBrake}
          <Select value={d['engine-brake']} onChange={(e) => onAct('engine-brake', e.target.value)}>
            <option value="0">{texts.off}</option>
            <option value="1">{texts.on}</option>
          </Select>
        </label>
      )}
      <label>
        {texts.hill}
        <Select value={String(Number(d.grade))} onChange={(e) => onAct('grade', e.target.value)}>
          {[-4, -2, 0, 2, 4, 6].map((g) => (
            <option key={g} value={g}>
              {g}
            </option>
          ))}
        </Select>
      </label>
      <label>
        {texts.loadT}
        <Select value={String(Number(d.load))} onChange={(e) => onAct('load', e.target.value)}>
          {[0, 6, 12, 18, 24].map((t) => (
            <option key={t} value={t}>
              {t}
            </option>
          ))}
        </Select>
      </label>
    </div>
  )
}
