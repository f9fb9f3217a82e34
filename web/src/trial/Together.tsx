import { useQuery } from '@tanstack/react-query'
import { get, type TogetherFinding, type TrialView } from '../api/client'
import { WhyPart } from '../job/Why'
import { ButtonLink } from '../shared/ButtonLink'
import { useSaid } from '../shared/said'
import { trialPath } from './paths'
import { texts } from './words'

/** Kinds of tests that mean something together. */
const KINDS = [
  'contribution',
  'cutout',
  'balance',
  'compression',
  'coils',
  'airpath',
  'airdrive',
  'actuator',
  'cooler',
  'rail',
]

/** What the tests of an engine mean together, with the test that tells what is left. */
export function Together({ view, job }: { view: TrialView; job: number }) {
  const said = useSaid()
  const { data } = useQuery({
    queryKey: ['together', job, view.module, view.stage === 'ENDED'],
    queryFn: () =>
      get<TogetherFinding[]>(`/api/jobs/${job}/trials/together?module=${encodeURIComponent(view.module)}`),
    enabled: KINDS.includes(view.kind) && view.stage === 'ENDED',
  })
  if (!data || data.length === 0) return null
  return (
    <WhyPart head={texts.together}>
      <ul className="flex flex-col gap-3">
        {data.map((f) => (
          <li key={`${f.cylinder} ${f.points}`}>
            <p className="font-semibold">{said(f.says)}</p>
            <p>{said(f.next)}</p>
            {f.test !== '' && f.test !== view.test && (
              <ButtonLink to={trialPath(job, f.test, view.module)}>{texts.openTheTest2}</ButtonLink>
            )}
          </li>
        ))}
      </ul>
    </WhyPart>
  )
}
