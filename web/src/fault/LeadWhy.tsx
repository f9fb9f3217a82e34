import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useMe } from '../account/me'
import { type FaultsView, type Lead, post } from '../api/client'
import { Why, WhyPart } from '../job/Why'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { useSaid } from '../shared/said'
import { LeadLinks } from './LeadLinks'
import { bearings, hoursAgo, texts } from './words'

/** What a lead is, what is normal, what it means here, what to do next. */
export function LeadWhy({ job, view, lead }: { job: number; view: FaultsView; lead: Lead }) {
  const me = useMe()
  const said = useSaid()
  const [moving, setMoving] = useState(false)
  const signs = view.faults.filter((f) => lead.signs.includes(f.key))
  const began = lead.firstHour ?? undefined
  return (
    <Why title={lead.title}>
      {lead.what && <WhyPart head={texts.whatItIs}>{said(lead.what)}</WhyPart>}
      {lead.normal && <WhyPart head={texts.normal}>{said(lead.normal)}</WhyPart>}
      {lead.effects && <WhyPart head={texts.whatTheDriverNotices}>{said(lead.effects)}</WhyPart>}
      <WhyPart head={texts.here}>
        {lead.reasons.length > 0 ? said(`${lead.reasons.join('; ')}.`) : bearings[lead.bearing]}
        {began !== undefined && view.hours != null && (
          <span className="mt-1 block">
            {texts.beganAtH(
              began.toLocaleString(undefined, { maximumFractionDigits: 1 }),
              hoursAgo(view.hours - began),
            )}
          </span>
        )}
        {began === undefined && signs.length > 0 && (
          <span className="mt-1 block">{texts.whenItBeganIsNotTold}</span>
        )}
        {signs.some((f) => f.severity) && (
          <span className="mt-1 block">
            {texts.severityByTheStandard}
            {signs.map((f) => f.severity).filter(Boolean)[0]}.
          </span>
        )}
      </WhyPart>
      {lead.rivals.length > 0 && (
        <WhyPart head={texts.notToldApartYet}>
          {lead.rivals.map((r) => (
            <span key={r.id} className="mb-1 block">
              {texts.cannotBeToldFrom(r.title)}
              {r.by && <b className="block font-semibold">{said(texts.whatTells(r.by))}</b>}
            </span>
          ))}
        </WhyPart>
      )}
      {lead.causes.length > 0 && (
        <WhyPart head={texts.usually}>
          <ul className="list-disc pl-4">
            {lead.causes.map((c) => (
              <li key={c}>{said(c)}</li>
            ))}
          </ul>
        </WhyPart>
      )}
      <WhyPart head={texts.next}>
        {lead.next.length > 0 && (
          <ol className="mb-3 list-decimal pl-5 text-ink">
            {lead.next.map((n) => (
              <li key={n} className="mb-1">
                {said(n)}
              </li>
            ))}
          </ol>
        )}
        <span className="flex flex-col gap-2">
          <LeadLinks lead={lead} view={view} main={false} />
          <ButtonLink to={`/jobs/${job}/tests`}>{texts.tests}</ButtonLink>
          {signs[0] && (
            <ButtonLink to={`/jobs/${job}/modules/${signs[0].module}`}>
              {texts.theModuleThatReportsIt}
            </ButtonLink>
          )}
        </span>
      </WhyPart>
      {me.rights.includes('READ') && view.readId > 0 && (
        <p className="mt-auto text-small text-ink-2">
          {texts.notConvinced}
          <button className="min-h-11 text-petrol underline" onClick={() => setMoving(true)}>
            {texts.moveThisLead}
          </button>
          {texts.andSayWhyItIsKept}
        </p>
      )}
      <MoveLead job={job} view={view} lead={lead} open={moving} onOpenChange={setMoving} />
    </Why>
  )
}

function MoveLead({
  job,
  view,
  lead,
  open,
  onOpenChange,
}: {
  job: number
  view: FaultsView
  lead: Lead
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const [to, setTo] = useState('')
  const [reason, setReason] = useState('')
  const queries = useQueryClient()
  const move = useMutation({
    mutationFn: () => post<FaultsView>(`/api/jobs/${job}/faults/moves`, { what: lead.id, to, reason }),
    onSuccess: (next) => {
      queries.setQueryData(['faults', job], next)
      setReason('')
      onOpenChange(false)
    },
  })
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={texts.move(lead.title)}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          move.mutate()
        }}
      >
        <label>
          {texts.whereTo}
          <Select value={to} onChange={(e) => setTo(e.target.value)}>
            <option value="">{texts.toTheTopChaseItFirst}</option>
            {view.leads
              .filter((l) => l.id !== lead.id)
              .map((l) => (
                <option key={l.id} value={l.id}>
                  {texts.under(l.title)}
                </option>
              ))}
          </Select>
        </label>
        <label>
          {texts.why}
          <Input required maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
        </label>
        <ProblemBox problem={move.error} />
        <span className="flex gap-3">
          <Button main disabled={move.isPending}>
            {texts.moveIt}
          </Button>
          <Button type="button" onClick={() => onOpenChange(false)}>
            {texts.leaveIt}
          </Button>
        </span>
      </form>
    </Panel>
  )
}
