import { Mark } from '../shared/Mark'
import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { type Finding, post } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

/** Meter checks of a silent bus. */
export function PairCheck({ job }: { job: number }) {
  const [supply, setSupply] = useState('')
  const [ohms, setOhms] = useState('')
  const [high, setHigh] = useState('')
  const [low, setLow] = useState('')
  const number = (text: string) => (text.trim() === '' ? null : Number(text.replace(',', '.')))
  const judge = useMutation({
    mutationFn: () =>
      post<Finding[]>(`/api/jobs/${job}/pair-check`, {
        supplyVolts: number(supply),
        ohms: number(ohms),
        highVolts: number(high),
        lowVolts: number(low),
      }),
  })
  const fields = [
    [texts.supplyAtThePlugPinB, 'V', supply, setSupply],
    [texts.acrossThePairPowerOff, 'Ω', ohms, setOhms],
    [texts.canHighToGroundKeyOn, 'V', high, setHigh],
    [texts.canLowToGroundKeyOn, 'V', low, setLow],
  ] as const
  return (
    <section className="my-5 border-y border-line py-4">
      <h2 className="mb-1">{texts.whatDoesTheMeterSay}</h2>
      <p className="mb-3 text-ink-2">{texts.aSoundPairAbout60Across}</p>
      <form
        className="grid grid-cols-2 items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          judge.mutate()
        }}
      >
        {fields.map(([label, unit, value, set]) => (
          <label key={label} className="text-small">
            {label}, {unit}
            <Input
              inputMode="decimal"
              pattern="-?[0-9]*[.,]?[0-9]*"
              value={value}
              onChange={(e) => set(e.target.value)}
            />
          </label>
        ))}
        <Button className="justify-center">{texts.judge}</Button>
      </form>
      <ProblemBox problem={judge.error} />
      <ul className="mt-3" aria-live="polite">
        {judge.data?.map((f) => (
          <li key={f.says} className="flex gap-3 py-1">
            <Mark look={f.sound ? 'quiet' : 'filled'}>{f.sound ? texts.sound : texts.notSound}</Mark>
            {f.says}
          </li>
        ))}
      </ul>
    </section>
  )
}
