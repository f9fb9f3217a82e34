import { Segmented } from '../shared/Segmented'
import { useState } from 'react'
import type { DutyView } from '../api/client'
import { texts } from './words'

const WIDTH = 720
const LEFT = 96
const ROW = 28
const TOP = 6

/** Share of the time in each cell, percent; rows by speed, from slow to fast. */
export function shares(duty: DutyView): number[][] {
  const total = duty.seconds.flat().reduce((a, b) => a + b, 0)
  return duty.seconds.map((row) => row.map((s) => (total > 0 ? (100 * s) / total : 0)))
}

function words(percent: number): string {
  if (percent === 0) return ''
  return percent < 1 ? '<1' : String(Math.round(percent))
}

/** Time over speed and load, drawn as a map: the darker, the longer. Figures are percent of the time. */
export function DutyMap({
  life,
  trip,
  of = '',
}: {
  life: DutyView | null | undefined
  trip: DutyView | null | undefined
  /** Which engine of several. */
  of?: string
}) {
  const [ofTrip, setOfTrip] = useState(trip != null)
  const duty = ofTrip ? (trip ?? life) : (life ?? trip)
  if (!duty) return <p className="text-ink-2">{texts.noModuleReportsHowTheTime}</p>
  const all = shares(duty)
  const most = Math.max(1, ...all.flat())
  // Fast at the top; rows in which it never was at either end are left out.
  const used = all.map((row) => row.some((s) => s > 0))
  const last = Math.max(used.lastIndexOf(true), 1)
  const rows = all
    .map((row, i) => ({ row, i }))
    .slice(0, last + 1)
    .reverse()
  const columns = duty.load.length
  const w = (WIDTH - LEFT) / columns
  const height = TOP + rows.length * ROW + 44
  const speed = (i: number) =>
    i === 0
      ? `below ${duty.rpm[0]}`
      : i === duty.rpm.length
        ? `over ${duty.rpm[i - 1]}`
        : `${duty.rpm[i - 1]} to ${duty.rpm[i]}`
  return (
    <figure className="m-0">
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <figcaption className="text-small text-ink-2">
          {texts.percentOfTheTimeAtEach(ofTrip ? texts.thisTrip : texts.wholeLife)}
        </figcaption>
        {trip && life && (
          <Segmented
            className="no-print ml-auto"
            label={texts.counted}
            value={ofTrip ? 'trip' : 'life'}
            choices={[
              ['trip', texts.thisTrip2],
              ['life', texts.wholeLife2],
            ]}
            onChoose={(v) => setOfTrip(v === 'trip')}
          />
        )}
      </div>
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        className="w-full"
        role="img"
        aria-label={texts.mapOfSpeedAndLoad(of && `, ${of.toLowerCase()}`)}
      >
        {rows.map(({ row, i }, y) => (
          <g key={i} transform={`translate(0 ${TOP + y * ROW})`}>
            <text x={LEFT - 8} y={ROW / 2 + 5} fontSize={13} textAnchor="end" fill="var(--ink-2)">
              {speed(i)}
            </text>
            {row.map((s, j) => {
              // The root keeps short stays visible beside long ones.
              const depth = s === 0 ? 0 : 0.08 + 0.82 * Math.sqrt(s / most)
              return (
                <g key={j} transform={`translate(${LEFT + j * w} 0)`}>
                  <title>{`${speed(i)} rpm, load up to ${duty.load[j]} %: ${s.toFixed(2)} % of the time`}</title>
                  <rect width={w - 1} height={ROW - 1} fill="var(--sheet)" />
                  <rect width={w - 1} height={ROW - 1} fill="var(--ink)" fillOpacity={depth} />
                  <text
                    x={w / 2}
                    y={ROW / 2 + 5}
                    fontSize={14}
                    textAnchor="middle"
                    fill={depth > 0.45 ? 'var(--sheet)' : 'var(--ink)'}
                  >
                    {words(s)}
                  </text>
                </g>
              )
            })}
          </g>
        ))}
        <g transform={`translate(0 ${TOP + rows.length * ROW + 16})`} fontSize={13} fill="var(--ink-2)">
          <text x={LEFT - 8} textAnchor="end">
            {texts.rpm}
          </text>
          {duty.load.map((l, j) => (
            <text key={l} x={LEFT + (j + 1) * w - 1} textAnchor="end">
              {l}
            </text>
          ))}
          <text x={WIDTH - 1} y={20} textAnchor="end">
            {texts.loadUpTo}
          </text>
        </g>
      </svg>
    </figure>
  )
}
