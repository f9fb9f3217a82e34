import { Link } from 'react-router'
import type { FaultsView } from '../api/client'
import { useSaid } from '../shared/said'
import { trialPath } from '../trial/paths'
import { texts } from './words'

type Standing = NonNullable<FaultsView['inducement']>

/** How the unit makes somebody have its exhaust treatment mended: what it does now, and what comes next and when. */
export function Inducement({ job, standing: s }: { job: number; standing: Standing }) {
  const said = useSaid()
  return (
    <section
      aria-label={texts.inducement}
      className="mb-3 grid grid-cols-[auto_1fr] gap-x-4 border-y-2 border-ink py-3 max-[900px]:grid-cols-1"
    >
      <p className="font-narrow text-large font-semibold">
        {s.severity > 0 ? texts.stage(s.severity) : texts.hoursKept}
      </p>
      <div>
        <p className="text-lead font-semibold">{said(s.now)}</p>
        <p>{said(s.why)}</p>
        <p>{said(s.next)}</p>
        {s.finds.length > 0 && (
          <p className="mt-1">
            {texts.findItsCause}
            <TestLinks job={job} tests={s.finds} />
          </p>
        )}
        {s.clears.length > 0 && (
          <p className="mt-1">
            {texts.mendItsCauseThen}
            <TestLinks job={job} tests={s.clears} />
          </p>
        )}
      </div>
    </section>
  )
}

function TestLinks({ job, tests }: { job: number; tests: Standing['clears'] }) {
  return tests.map((t, i) => (
    <span key={t.test}>
      {i > 0 && ', '}
      <Link className="underline" to={t.module ? trialPath(job, t.test, t.module) : `/jobs/${job}/tests`}>
        {t.title}
      </Link>
    </span>
  ))
}
