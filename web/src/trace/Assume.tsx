import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { useState } from 'react'
import type { TraceCheck } from '../api/client'
import { Panel } from '../shared/Panel'
import { useSaid } from '../shared/said'
import { texts } from './words'

/** A check is passed over as assumed, with its reason. */
export function Assume({
  check,
  onAssume,
}: {
  check: TraceCheck
  onAssume: (outcome: string, reason: string) => void
}) {
  const said = useSaid()
  const [open, setOpen] = useState(false)
  const [outcome, setOutcome] = useState('')
  return (
    <>
      <Button onClick={() => setOpen(true)}>{texts.skipAsAssumed}</Button>
      <Panel open={open} onOpenChange={setOpen} title={texts.skipAsAssumed}>
        <p className="mb-3">{said(check.says)}</p>
        <Reason
          button={texts.assumeIt}
          onReason={(reason) => {
            onAssume(outcome || (check.outcomes[0]?.id ?? ''), reason)
            setOpen(false)
          }}
          onLeave={() => setOpen(false)}
        >
          <label className="flex flex-col gap-1.5">
            {texts.takenForGranted}
            <Select value={outcome} onChange={(e) => setOutcome(e.target.value)}>
              {check.outcomes.map((o) => (
                <option key={o.id} value={o.id}>
                  {said(o.says)}
                </option>
              ))}
            </Select>
          </label>
        </Reason>
        <p className="mt-3 text-small text-ink-2">{texts.theReportSaysThatItWas}</p>
      </Panel>
    </>
  )
}

/** The guide is left for now, with its reason, so that it does not stand open at the sign-off. */
export function SetAside({ onAside }: { onAside: (reason: string) => void }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button onClick={() => setOpen(true)}>{texts.setTheGuideAside}</Button>
      <Panel open={open} onOpenChange={setOpen} title={texts.setTheGuideAside}>
        <p className="mb-3">{texts.toLeaveItForAnotherDay}</p>
        <Reason
          button={texts.setItAside}
          onReason={(reason) => {
            onAside(reason)
            setOpen(false)
          }}
          onLeave={() => setOpen(false)}
        />
      </Panel>
    </>
  )
}

function Reason({
  button,
  onReason,
  onLeave,
  children,
}: {
  button: string
  onReason: (reason: string) => void
  onLeave: () => void
  children?: React.ReactNode
}) {
  const [reason, setReason] = useState('')
  return (
    <form
      className="flex flex-col gap-4"
      onSubmit={(e) => {
        e.preventDefault()
        onReason(reason)
      }}
    >
      {children}
      <label className="flex flex-col gap-1.5">
        {texts.why}
        <Input required maxLength={300} value={reason} onChange={(e) => setReason(e.target.value)} />
      </label>
      <span className="flex gap-3">
        <Button main disabled={!reason.trim()}>
          {button}
        </Button>
        <Button type="button" onClick={onLeave}>
          {texts.leaveIt}
        </Button>
      </span>
    </form>
  )
}
