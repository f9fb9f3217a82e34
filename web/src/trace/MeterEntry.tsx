import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useState } from 'react'
import type { TraceCheck } from '../api/client'
import { limits, texts } from './words'

/** Where the leads go, what must be read, and the field for what was read. */
export function MeterEntry({
  meter,
  sending,
  onMeasure,
}: {
  meter: NonNullable<TraceCheck['meter']>
  sending: boolean
  onMeasure: (reading: number | null, noEnd: boolean) => void
}) {
  const [text, setText] = useState('')
  // Both ways of writing a decimal are meant.
  const reading = Number(text.replace(',', '.'))
  const usable = text.trim() !== '' && Number.isFinite(reading)
  return (
    <div className="mt-4">
      <dl className="mb-3 grid grid-cols-[110px_1fr] gap-y-1 text-large">
        <dt className="text-ink-2">{texts.redLead}</dt>
        <dd className="font-semibold">{meter.redSays}</dd>
        <dt className="text-ink-2">{texts.blackLead}</dt>
        <dd className="font-semibold">{meter.blackSays}</dd>
        <dt className="text-ink-2">{texts.mustRead}</dt>
        <dd>
          <b className="font-semibold">{limits(meter.from, meter.to, meter.unit)}</b>
          <span className="text-ink-2">
            {texts.key(meter.power === 'KEY_ON' ? texts.on : texts.off, meter.source)}
          </span>
        </dd>
      </dl>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault()
          if (usable) onMeasure(reading, false)
        }}
      >
        <label className="flex flex-col gap-1">
          {texts.theMeterReads(meter.unit)}
          <Input
            className="max-w-[180px] text-head"
            inputMode="decimal"
            autoFocus
            value={text}
            aria-invalid={text.trim() !== '' && !usable}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
        <Button main disabled={!usable || sending}>
          {texts.enterIt}
        </Button>
        {meter.quantity === 'OHMS' && (
          <Button type="button" disabled={sending} onClick={() => onMeasure(null, true)}>
            {texts.noEndOpenCircuit}
          </Button>
        )}
        {text.trim() !== '' && !usable && <p role="alert">{texts.aNumberSuchAs498}</p>}
      </form>
    </div>
  )
}
