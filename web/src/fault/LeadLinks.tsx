import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMe } from '../account/me'
import type { FaultsView, Lead } from '../api/client'
import { useJob } from '../job/jobContext'
import { ProblemBox } from '../shared/ProblemBox'
import { useBeginTrace } from '../trace/useBeginTrace'
import { texts } from './words'

/**
 * From a lead to everything that belongs to it, one action each: its guide, its circuit, its live values, the values
 * frozen with it.
 *
 * @param main true where the first of them is what to do next
 */
export function LeadLinks({ lead, view, main }: { lead: Lead; view: FaultsView; main: boolean }) {
  const { job } = useJob()
  const me = useMe()
  const begin = useBeginTrace(job.id)
  const signs = view.faults.filter((f) => lead.signs.includes(f.key))
  const spns = [...new Set(signs.map((f) => f.spn))].filter((spn) => spn > 0)
  const sheet = frozenSheet(job.id, view, lead)
  return (
    <>
      {lead.guides.map((g) => (
        <Button
          key={g.id}
          main={main}
          disabled={!me.rights.includes('READ') || begin.isPending}
          onClick={() => begin.mutate({ guide: g.id, part: lead.id })}
        >
          {texts.traceItStepByStep}
        </Button>
      ))}
      {lead.circuit && (
        <ButtonLink to={`/jobs/${job.id}/trace/circuits/${lead.id}`}>{texts.itsCircuit}</ButtonLink>
      )}
      {spns.length > 0 && (
        <ButtonLink to={`/jobs/${job.id}/watch?${spns.map((s) => `spn=${s}`).join('&')}`}>
          {texts.liveValuesOfIt}
        </ButtonLink>
      )}
      {sheet && <ButtonLink to={sheet}>{texts.itsFreezeFrame}</ButtonLink>}
      <ProblemBox problem={begin.error} />
    </>
  )
}

/** Where the frozen values of a lead's faults stand; nowhere where none were kept. */
function frozenSheet(job: number, view: FaultsView, lead: Lead): string | undefined {
  const of = (keys: string[]) => view.faults.filter((f) => keys.includes(f.key) && f.snapshots > 0)
  const first = [...of(lead.signs), ...of(lead.knockOns)][0]
  return view.readId > 0 && first
    ? `/jobs/${job}/faults/snapshots?read=${view.readId}&fault=${encodeURIComponent(first.key)}`
    : undefined
}
