import { useQuery } from '@tanstack/react-query'
import { memo, useState } from 'react'
import type uPlot from 'uplot'
import { get, type SeaResult } from '../api/client'
import { Plot } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { useConversion, useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'

const FITS: Record<SeaResult['sides'][number]['fit'], string> = {
  RIGHT: 'Fits',
  OVERLOADED: 'Overloaded',
  UNDER_PROPPED: 'Under-propped',
  LACKS_POWER: 'Lacks power',
  CANNOT_TELL: 'Cannot tell',
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
    <section aria-label="Sea trial" className="mt-6">
      <div className="mb-2 flex items-center gap-3">
        <h2>Sea trial</h2>
        <button className="btn" disabled={isFetching} onClick={() => setAsked(true)}>
          Find the steady points
        </button>
      </div>
      <ProblemBox problem={error} />
      {data && (
        <>
          {data.sides.map((s) => (
            <div key={s.side} className="mb-4">
              <p className="mb-1 text-[18px]" role="status">
                <span
                  className={`mark mr-2 ${s.fit === 'OVERLOADED' || s.fit === 'LACKS_POWER' ? 'mark-filled' : ''}`}
                >
                  {FITS[s.fit]}
                </span>
                {s.side && <b className="font-semibold">{s.side} engine: </b>}
                {said(s.says)}
              </p>
              {Number.isFinite(s.exponent) && (
                <p className="text-ink-2">
                  Power goes with speed to the power of {s.exponent.toFixed(2)} ± {s.exponentOff.toFixed(2)};
                  the propeller law says 3.
                  {!s.settles && ' Coolant was still rising at the end.'}
                </p>
              )}
              {s.points.length > 0 && (
                <table className="mt-1 w-full text-[15px]">
                  <thead>
                    <tr className="border-b border-line-strong text-right text-[14px] text-ink-3">
                      <th className="text-left font-medium">Speed</th>
                      <th className="font-medium">Lever</th>
                      <th className="font-medium">Power</th>
                      <th className="font-medium">By the law</th>
                      <th className="font-medium">Boost</th>
                      <th className="font-medium">Fuel</th>
                      <th className="font-medium">Coolant</th>
                      <th className="font-medium">Exhaust</th>
                    </tr>
                  </thead>
                  <tbody>
                    {s.points.map((p) => (
                      <tr key={p.fromMicros} className="border-b border-line text-right">
                        <td className="py-1 text-left">{Math.round(p.rpm)} rpm</td>
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
      <figcaption className="text-[15px]">
        <b className="font-semibold">Power</b> in {kw.unit} over engine speed; dashed: propeller law through
        the highest point
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
        xLabel="engine speed, rpm"
      />
    </figure>
  )
}

/** Points of one engine stand between those of the other: the line goes straight over them. */
function joined(row: (number | null)[]): (number | null | undefined)[] {
  return row.map((v) => v ?? undefined)
}
