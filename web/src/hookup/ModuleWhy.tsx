import { ButtonLink } from '../shared/ButtonLink'
import type { Module } from '../api/client'
import { Why, WhyPart } from '../job/Why'
import { texts } from './words'

/** The why column for one module of the roll. */
export function ModuleWhy({ module: m, job, here = false }: { module: Module; job: number; here?: boolean }) {
  if (m.presence === 'SILENT')
    return (
      <Why title={texts.isSilent(m.title)}>
        <WhyPart head={texts.whatItMeans}>{texts.everyUnitOfThisKindHas(m.address)}</WhyPart>
        <WhyPart head={texts.checkInThisOrder}>
          <ol className="list-decimal pl-5">
            {m.checks.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ol>
        </WhyPart>
        <WhyPart head={texts.next}>{texts.findWhyItIsSilentBefore}</WhyPart>
      </Why>
    )
  return (
    <Why title={m.title}>
      {m.oddities.length > 0 && (
        <WhyPart head={texts.outOfOrder}>
          <ul>
            {m.oddities.map((o) => (
              <li key={o} className="mb-1 text-ink">
                {o}
              </li>
            ))}
          </ul>
        </WhyPart>
      )}
      <WhyPart head={texts.whoItIs}>
        {[m.identity.maker, m.identity.model].filter(Boolean).join(' ') || texts.makerAndModelNotReported}
        {m.identity.serial && <span className="block">{texts.serial(m.identity.serial)}</span>}
        {m.name && <span className="code block">{texts.name(m.name.hex)}</span>}
      </WhyPart>
      {m.unexpected && <WhyPart head={texts.notExpected}>{texts.noUnitOfThisKindHas}</WhyPart>}
      <WhyPart head={texts.next}>
        <span className="flex flex-col gap-2">
          {here ? (
            <ButtonLink main to={`/jobs/${job}/hook-up`}>
              {texts.backToTheRoll}
            </ButtonLink>
          ) : (
            <ButtonLink main to={`/jobs/${job}/modules/${m.key}`}>
              {texts.allOfThisModule}
            </ButtonLink>
          )}
          {m.faults.length > 0 && <ButtonLink to={`/jobs/${job}/faults`}>{texts.itsFaults}</ButtonLink>}
        </span>
      </WhyPart>
    </Why>
  )
}
