import { Link, useParams } from 'react-router'
import { FaultTable } from '../fault/FaultTable'
import { Monitors } from '../fault/Monitors'
import { LampStates } from '../fault/LampStates'
import { useJob } from '../job/jobContext'
import { useShow } from '../shared/quantity'
import { words } from '../shared/words'
import { ModuleWhy } from './ModuleWhy'
import { presence } from './RollList'

/** Everything about one module in one place; only what this one told. */
export function ModulePage() {
  const { module: key } = useParams()
  const { job, roll, faults } = useJob()
  const show = useShow()
  const m = roll?.modules.find((x) => x.key === key)
  if (!m)
    return (
      <>
        <h1 className="mb-2">This module is not on the roll</h1>
        <Link className="btn" to={`/jobs/${job.id}/hook-up`}>
          Back to the roll
        </Link>
      </>
    )
  const hours = m.identity.hours == null ? null : show(m.identity.hours, 'h', 1)
  const km = m.identity.kilometres == null ? null : show(m.identity.kilometres, 'km', 1)
  const rows: [string, string][] = [
    ['Maker', m.identity.maker],
    ['Model', m.identity.model],
    ['Serial', m.identity.serial],
    ['Unit number', m.identity.unitNumber],
    ['Module part', m.identity.partNumber],
    ['Module serial', m.identity.moduleSerial],
    ['VIN', m.identity.vin],
    ['Total hours', hours ? `${hours.figure} ${hours.unit}` : ''],
    ['Total distance', km ? `${km.figure} ${km.unit}` : ''],
  ]
  const p = presence(m)
  const line = faults?.modules.find((x) => x.key === m.key)
  return (
    <>
      <Link to={`/jobs/${job.id}/hook-up`} className="text-petrol underline">
        The roll
      </Link>
      <div className="mt-2 mb-4 flex items-center gap-4">
        <h1>{m.title}</h1>
        <span className={`mark ${p.style}`}>{p.mark}</span>
        <span className="text-ink-2">address {m.address}</span>
      </div>
      <div className="grid grid-cols-2 gap-x-8 gap-y-6 max-[1100px]:grid-cols-1">
        <section aria-label="Identity">
          <h2 className="mb-2">Identity</h2>
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
                <dt className="text-ink-2">NAME</dt>
                <dd>
                  <span className="code">{m.name.hex}</span>
                  <span className="block text-[15px] text-ink-2">
                    function {m.name.function}, instance {m.name.functionInstance}, maker number{' '}
                    {m.name.manufacturer}
                  </span>
                </dd>
              </div>
            )}
          </dl>
        </section>
        <section aria-label="Software">
          <h2 className="mb-2">Software and calibration</h2>
          {m.identity.software.length === 0 && m.identity.calibrations.length === 0 && (
            <p className="text-ink-2">None reported.</p>
          )}
          <ul>
            {m.identity.software.map((s) => (
              <li key={s} className="code">
                {s}
              </li>
            ))}
            {m.identity.calibrations.map((c) => (
              <li key={c.id} className="code">
                {c.id}, verification {c.verification}
              </li>
            ))}
          </ul>
          {m.lamps && (
            <>
              <h2 className="mt-5 mb-2">Lamps it commands</h2>
              <LampStates lamps={m.lamps} />
            </>
          )}
        </section>
      </div>
      <section aria-label="Faults of this module" className="mt-6">
        <h2 className="mb-2">Faults</h2>
        {m.faults.length === 0 ? (
          <p className="text-ink-2">
            {m.told.ACTIVE_FAULTS === 'GIVEN'
              ? 'It reports none.'
              : 'They have not been read. Call the full roll.'}
          </p>
        ) : (
          <FaultTable faults={m.faults} withModule={false} selected={undefined} onSelect={() => undefined} />
        )}
      </section>
      {line && (
        <section aria-label="Monitors" className="mt-6">
          <h2 className="mb-2">Monitors of the emissions</h2>
          <Monitors module={line} />
        </section>
      )}
      <section aria-label="What was asked" className="mt-6">
        <h2 className="mb-2">What it was asked</h2>
        <table className="text-[15px]">
          <tbody>
            {Object.entries(words.items).map(([item, title]) => {
              const told = (m.told as Record<string, keyof typeof words.told | undefined>)[item]
              return (
                <tr key={item} className="border-b border-line">
                  <td className="py-1 pr-6">{title}</td>
                  <td className="text-ink-2">{told ? words.told[told] : 'not asked'}</td>
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
