import { useState } from 'react'
import type { LinkChoice } from '../api/client'
import { Button } from '../shared/Button'
import { Select } from '../shared/Field'
import { texts } from './words'

const RATES = ['', 'can250', 'can500']

/**
 * Serial adapters that are plugged in.
 *
 * @param onHookUp takes the id of what was chosen
 * @param onLook looks again what is plugged in
 */
export function SerialLinks({
  links,
  onHookUp,
  onLook,
}: {
  links: LinkChoice[]
  onHookUp: (id: string) => void
  onLook: () => void
}) {
  const [rate, setRate] = useState('')
  return (
    <div>
      <h2 className="mb-2">{texts.aRealUnitThroughASerialAdapter}</h2>
      {links.length === 0 ? (
        <p className="flex flex-wrap items-center gap-4">
          {texts.noSerialAdapter}
          <Button onClick={onLook}>{texts.pluggedInLookAgain}</Button>
        </p>
      ) : (
        <>
          <p className="mb-2 max-w-[72ch] text-ink-2">{texts.theAdapterOnlyListens}</p>
          <div className="flex flex-wrap items-end gap-3">
            <label className="text-small">
              {texts.rate}
              <Select value={rate} onChange={(e) => setRate(e.target.value)}>
                {RATES.map((r) => (
                  <option key={r} value={r}>
                    {r ? `${r.replace('can', '')} kbit/s` : texts.rateFoundByListening}
                  </option>
                ))}
              </Select>
            </label>
            {links.map((l) => (
              <Button key={l.id} onClick={() => onHookUp(rate ? `${l.id}@${rate}` : l.id)}>
                {texts.hookUpTo(l.title)}
              </Button>
            ))}
          </div>
        </>
      )}
    </div>
  )
}
