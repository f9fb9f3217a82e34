import { Link } from 'react-router'
import type { Module } from '../api/client'
import { Why, WhyPart } from '../job/Why'

/** The why column for one module of the roll. */
export function ModuleWhy({ module: m, job, here = false }: { module: Module; job: number; here?: boolean }) {
  if (m.presence === 'SILENT')
    return (
      <Why title={`${m.title} is silent`}>
        <WhyPart head="What it means">
          Every unit of this kind has this module. It was asked three times at address {m.address} and did not
          answer.
        </WhyPart>
        <WhyPart head="Check in this order">
          <ol className="list-decimal pl-5">
            {m.checks.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ol>
        </WhyPart>
        <WhyPart head="Next">
          Find why it is silent before you chase faults that other modules report about it.
        </WhyPart>
      </Why>
    )
  return (
    <Why title={m.title}>
      {m.oddities.length > 0 && (
        <WhyPart head="Out of order">
          <ul>
            {m.oddities.map((o) => (
              <li key={o} className="mb-1 text-ink">
                {o}
              </li>
            ))}
          </ul>
        </WhyPart>
      )}
      <WhyPart head="Who it is">
        {[m.identity.maker, m.identity.model].filter(Boolean).join(' ') || 'Maker and model not reported.'}
        {m.identity.serial && <span className="block">Serial {m.identity.serial}</span>}
        {m.name && <span className="code block">NAME {m.name.hex}</span>}
      </WhyPart>
      {m.unexpected && (
        <WhyPart head="Not expected">
          No unit of this kind has it from the maker. Somebody fitted it, or the pack does not know it yet.
        </WhyPart>
      )}
      <WhyPart head="Next">
        <span className="flex flex-col gap-2">
          {here ? (
            <Link className="btn btn-main" to={`/jobs/${job}/hook-up`}>
              Back to the roll
            </Link>
          ) : (
            <Link className="btn btn-main" to={`/jobs/${job}/modules/${m.key}`}>
              All of this module
            </Link>
          )}
          {m.faults.length > 0 && (
            <Link className="btn" to={`/jobs/${job}/faults`}>
              Its faults
            </Link>
          )}
        </span>
      </WhyPart>
    </Why>
  )
}
