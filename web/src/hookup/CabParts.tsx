import { useState } from 'react'
import { type Cab } from '../api/client'
import { Button } from '../shared/Button'
import { Input, Select } from '../shared/Field'
import { usePoints } from './CabHarness'
import { texts } from './words'

/** Puts a new part into a simulated unit. Whether the old one was at fault nobody says. */
export function CabParts({
  path,
  cab,
  onAct,
}: {
  path: string
  cab: Cab
  onAct: (action: string, value: string) => void
}) {
  const { data } = usePoints(path, cab.id)
  const [part, setPart] = useState('')
  const [which, setWhich] = useState('')
  const [done, setDone] = useState('')
  if (!data?.parts) return null
  const ofSeveral = data.partsOfSeveral.includes(part)
  const all = [...data.parts, ...data.partsOfSeveral].sort()
  const value = ofSeveral ? `${part} ${which.trim()}` : part
  return (
    <details className="border-t border-line pt-2">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">{texts.newParts}</summary>
      <label className="text-small">
        {texts.part}
        <Select value={part} onChange={(e) => setPart(e.target.value)}>
          <option value="">{texts.chooseOne}</option>
          {all.map((p) => (
            <option key={p} value={p}>
              {p.replaceAll('-', ' ')}
            </option>
          ))}
        </Select>
      </label>
      {ofSeveral && (
        <label className="text-small">
          {texts.whichOne}
          <Input value={which} onChange={(e) => setWhich(e.target.value)} />
        </label>
      )}
      {part && (
        <Button
          className="mt-2 w-full justify-center"
          disabled={cab.engineRunning || (ofSeveral && which.trim() === '')}
          onClick={() => {
            onAct('replace', value)
            setDone(value)
          }}
        >
          {cab.engineRunning ? texts.stopTheEngineFirst : texts.putInANewOne}
        </Button>
      )}
      {done && <p className="mt-2 text-small">{texts.newNow(done.replaceAll('-', ' '))}</p>}
    </details>
  )
}
