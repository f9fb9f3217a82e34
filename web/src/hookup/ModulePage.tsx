import { Mark } from '../shared/Mark'
import { ButtonLink } from '../shared/ButtonLink'
import { Link, useParams } from 'react-router'
import { FaultTable } from '../fault/FaultTable'
import { Monitors } from '../fault/Monitors'
import { LampStates } from '../fault/LampStates'
import { useJob } from '../job/jobContext'
import { useShow } from '../shared/quantity'
import { words } from '../shared/words'
import { ModuleWhy } from './ModuleWhy'
import { presence } from './RollList'
import { texts } from './words'

/** Everything about one module in one place; only what this one told. */
export function ModulePage() {
  const { module: key } = useParams()
  const { job, roll, faults } = useJob()
  const show = useShow()
  const m = roll?.modules.find((x) => x.key === key)
  if (!m)
    return (
      <>
        <h1 className="mb-2">{texts.thisModuleIsNotOnThe}</h1>
        <ButtonLink to={`/jobs/${job.id}/hook-up`}>{texts.backToTheRoll}</ButtonLink>
      </>
    )
  const hours = m.identity.hours == null ? null : show(m.identity.hours, 'h', 1)
  const km = m.identity.kilometres == null ? null : show(m.identity.kilometres, 'km', 1)
  const rows: [string, string][] = [
    [texts.maker, m.identity.maker],
    [texts.model, m.identity.model],
    [texts.serialNumber, m.identity.serial],
    [texts.unitNumber, m.identity.unitNumber],
    [texts.modulePart, m.identity.partNumber],
    [texts.moduleSerial, m.identity.moduleSerial],
    ['VIN', m.identity.vin],
    [texts.totalHours, hours ? `${hours.figure} ${hours.unit}` : ''],
    [texts.totalDistance, km ? `${km.figure} ${km.unit}` : ''],
  ]
  const p = presence(m)
  const line = faults?.modules.find((x) => x.key === m.key)
  return (
    <>
      <Link to={`/jobs/${job.id}/hook-up`} className="text-petrol underline">
        {texts.theRoll}
      </Link>
      <div className="mt-2 mb-4 flex items-center gap-4">
        <h1>{m.title}</h1>
        <Mark look={p.style}>{p.mark}</Mark>
        <span className="text-ink-2">{texts.address(m.address)}</span>
      </div>
      <div className="grid grid-cols-2 gap-x-8 gap-y-6 max-[1100px]:grid-cols-1">
        <section aria-label={texts.identity}>
          <h2 className="mb-2">{texts.identity}</h2>
          <dl className="grid grid-cols-[130px_1fr] gap-y-1">
            {rows
              .filter(([, v]) => v)
              .map(([k, v]) => (
                <div key={k} className="contents">
                  <dt className="text-ink-2">{k}</dt>
                  <dd className="font-medium">{v}</dd>
                </div>
              ))}
            {m.name && (
              <div className="contents">
                <dt className="text-ink-2">{texts.name2}</dt>
                <dd>
                  <span className="code">{m.name.hex}</span>
                  <span className="block text-small text-ink-2">
                    {texts.functionInstanceMakerNumber(
                      m.name.function,
                      m.name.functionInstance,
                      m.name.manufacturer,
                    )}
                  </span>
                </dd>
              </div>
            )}
          </dl>
        </section>
        <section aria-label={texts.software}>
          <h2 className="mb-2">{texts.softwareAndCalibration}</h2>
          {m.identity.software.length === 0 && m.identity.calibrations.length === 0 && (
            <p className="text-ink-2">{texts.noneReported}</p>
          )}
          <ul>
            {m.identity.software.map((s) => (
              <li key={s} className="code">
                {s}
              </li>
            ))}
            {m.identity.calibrations.map((c) => (
              <li key={c.id} className="code">
                {texts.verification(c.id, c.verification)}
              </li>
            ))}
          </ul>
          {m.lamps && (
            <>
              <h2 className="mt-5 mb-2">{texts.lampsItCommands}</h2>
              <LampStates lamps={m.lamps} />
            </>
          )}
        </section>
      </div>
      <section aria-label={texts.faultsOfThisModule} className="mt-6">
        <h2 className="mb-2">{texts.faults}</h2>
        {m.faults.length === 0 ? (
          <p className="text-ink-2">
            {m.told.ACTIVE_FAULTS === 'GIVEN' ? texts.itReportsNone : texts.theyHaveNotBeenReadCall}
          </p>
        ) : (
          <FaultTable faults={m.faults} withModule={false} selected={undefined} onSelect={() => undefined} />
        )}
      </section>
      {line && (
        <section aria-label={texts.monitors} className="mt-6">
          <h2 className="mb-2">{texts.monitorsOfTheEmissions}</h2>
          <Monitors job={job.id} module={line} />
        </section>
      )}
      <section aria-label={texts.whatWasAsked} className="mt-6">
        <h2 className="mb-2">{texts.whatItWasAsked}</h2>
        <table className="text-small">
          <tbody>
            {Object.entries(words.items).map(([item, title]) => {
              const told = (m.told as Record<string, keyof typeof words.told | undefined>)[item]
              return (
                <tr key={item} className="border-b border-line">
                  <td className="py-1 pr-6">{title}</td>
                  <td className="text-ink-2">{told ? words.told[told] : texts.notAsked}</td>
                </tr>
              )
            })}
          </tbody>
        </table>
      </section>
      <ModuleWhy module={m} job={job.id} here />
    </>
  )
}
