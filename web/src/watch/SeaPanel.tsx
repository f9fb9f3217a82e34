import { Mark } from '../shared/Mark'
import { Button } from '../shared/Button'
import { useQuery } from '@tanstack/react-query'
import { memo, useState } from 'react'
import type uPlot from 'uplot'
import { get, type SeaResult } from '../api/client'
import { Plot } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { useConversion, useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { texts } from './words'

const FITS: Record<SeaResult['sides'][number]['fit'], string> = {
  RIGHT: texts.fits,
  OVERLOADED: texts.overloaded,
  UNDER_PROPPED: 'Under-propped',
  LACKS_POWER: texts.lacksPower,
  CANNOT_TELL: texts.cannotTell,
}

/** A sea trial: steady points up the range against the propeller law, engine by engine. */
export const SeaPanel = memo(function SeaPanel({ recording }: { recording: number }) {
  const [asked, setAsked] = useState(false)
  const convert = useConversion()
  const show = useShow()
  const said = useSaid()
  const { data, error, isFetching } = useQuery({
    queryKey: ['sea', recording],
    queryFn: () => get<SeaResult>(`/api/recordings/${recording}/sea-trial`),
    enabled: asked,
    retry: false,
  })
  const kw = convert('kW')
  const shown = (v: number, unit: string, decimals: number) => {
    if (!Number.isFinite(v)) return ''
    const s = show(v, unit, decimals)
    return `${s.figure} ${s.unit}`
  }
  return (
    <section aria-label={texts.seaTrial} className="mt-6">
      <div className="mb-2 flex items-center gap-3">
        <h2>{texts.seaTrial}</h2>
        <Button disabled={isFetching} onClick={() => setAsked(true)}>
          {texts.findTheSteadyPoints}
        </Button>
      </div>
      <ProblemBox problem={error} />
      {data && (
        <>
          {data.sides.map((s) => (
            <div key={s.side} className="mb-4">
              <p className="mb-1 text-large" role="status">
                <Mark
                  look={s.fit === 'OVERLOADED' || s.fit === 'LACKS_POWER' ? 'filled' : ''}
                  className="mr-2"
                >
                  {FITS[s.fit]}
                </Mark>
                {s.side && <b className="font-semibold">{texts.engine2(s.side)}</b>}
                {said(s.says)}
              </p>
              {Number.isFinite(s.exponent) && (
                <p className="text-ink-2">
                  {texts.powerGoesWithSpeedToThe(s.exponent.toFixed(2), s.exponentOff.toFixed(2))}
                  {!s.settles && texts.coolantWasStillRisingAtThe}
                </p>
              )}
              {s.points.length > 0 && (
                <table className="mt-1 w-full text-small">
                  <thead>
                    <tr className="border-b border-line-strong text-right text-fine text-ink-3">
                      <th className="text-left font-medium">{texts.speed}</th>
                      <th className="font-medium">{texts.lever}</th>
                      <th className="font-medium">{texts.power}</th>
                      <th className="font-medium">{texts.byTheLaw}</th>
                      <th className="font-medium">{texts.boost}</th>
                      <th className="font-medium">{texts.fuel}</th>
                      <th className="font-medium">{texts.coolant}</th>
                      <th className="font-medium">{texts.exhaust}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {s.points.map((p) => (
                      <tr key={p.fromMicros} className="border-b border-line text-right">
                        <td className="py-1 text-left">{texts.rpm(Math.round(p.rpm))}</td>
                        <td>{Number.isFinite(p.lever) ? `${Math.round(p.lever)} %` : ''}</td>
                        <td>{shown(p.kw, 'kW', 0)}</td>
                        <td className="text-ink-2">{shown(p.lawKw, 'kW', 0)}</td>
                        <td>{shown(p.boost, 'kPa', 0)}</td>
                        <td>{shown(p.fuel, 'L/h', 1)}</td>
                        <td>{shown(p.coolant, '°C', 0)}</td>
                        <td>{shown(p.exhaust, '°C', 0)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </div>
          ))}
          {data.differences.map((d) => (
            <p key={d.text}>{said(d)}</p>
          ))}
          <p className="mt-2 text-ink-2">{data.next}</p>
          {data.sides.some((s) => s.points.length > 1) && <LawPlot data={data} kw={kw} />}
        </>
      )}
    </section>
  )
})

function LawPlot({ data, kw }: { data: SeaResult; kw: { factor: number; unit: string } }) {
  const rpms = [...new Set(data.sides.flatMap((s) => s.points.map((p) => Math.round(p.rpm))))].sort(
    (a, b) => a - b,
  )
  const row = (side: SeaResult['sides'][number], of: 'kw' | 'lawKw') =>
    rpms.map((r) => {
      const p = side.points.find((x) => Math.round(x.rpm) === r)
      return p && Number.isFinite(p[of]) ? p[of] * kw.factor : null
    })
  return (
    <figure>
      <figcaption className="text-small">
        <b className="font-semibold">{texts.power}</b>
        {texts.inOverEngineSpeedDashedPropeller(kw.unit)}
      </figcaption>
      <Plot
        data={
          [
            rpms,
            ...data.sides.flatMap((s) => [joined(row(s, 'kw')), joined(row(s, 'lawKw'))]),
          ] as uPlot.AlignedData
        }
        series={data.sides.flatMap((s, i) => [
          { label: s.side || 'power', unit: kw.unit, tone: i === 0 ? '--ink' : '--petrol' },
          { label: 'law', unit: kw.unit, tone: i === 0 ? '--ink' : '--petrol', dash: [8, 6] },
        ])}
        height={260}
        name="Power over engine speed against the propeller law"
        xLabel={texts.engineSpeedRpm}
      />
    </figure>
  )
}

/** Points of one engine stand between those of the other: the line goes straight over them. */
function joined(row: (number | null)[]): (number | null | undefined)[] {
  return row.map((v) => v ?? undefined)
}
