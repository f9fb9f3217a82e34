import { Button } from './Button'
import { scaleLinear } from 'd3-scale'
import { useState } from 'react'
import { texts } from './words'

/** Spans that can be seen, engine hours. */
const SPANS = [
  { hours: Infinity, says: texts.wholeLife },
  { hours: 1000, says: 'last 1,000 h' },
  { hours: 300, says: 'last 300 h' },
  { hours: 150, says: 'last 150 h' },
  { hours: 30, says: 'last 30 h' },
  { hours: 10, says: 'last 10 h' },
  { hours: 1, says: texts.lastHour },
  { hours: 1 / 6, says: texts.lastTenMinutes },
] as const

const WIDTH = 740
const LEFT = 230
const ROW = 26
const MOST_ROWS = 8

/** Something that lasted: a lead, a protection record. Hours are the engine's, undefined where not told. */
export interface HourRowData {
  id: string
  title: string
  from: number | undefined
  to: number | undefined
  active: boolean
  silent: boolean
  first: boolean
  /** Its state in a word. */
  state: string
}

/** Something that happened at one time. */
export interface HourEventData {
  hours: number
  kind: string
  text: string
}

/** Marks of events by kind: crosses, no colours. */
const MARKS: Record<string, string> = {
  CLEARED: 'M-6 -6L6 6M-6 6L6 -6',
  CLEAR: 'M-6 -6L6 6M-6 6L6 -6',
  CALIBRATION: 'M0 -8L7 0L0 8L-7 0Z',
  ADJUSTMENT: 'M0 -8L7 0L0 8L-7 0Z',
  TRIP_RESET: 'M0 -8V8',
}
const PLAIN_MARK = 'M0 -8V8M-6 0H6'

/** Everything on one axis of engine hours, with now at the right; also as a table. */
export function HourAxis({
  now,
  rows,
  events,
  selected,
  onSelect,
  wide = false,
}: {
  now: number | null | undefined
  rows: HourRowData[]
  events: HourEventData[]
  selected?: string | undefined
  onSelect?: (id: string) => void
  /** True where it begins with all there is, not with the last days. */
  wide?: boolean
}) {
  const [span, setSpan] = useState(wide ? 0 : 3)
  const [asTable, setAsTable] = useState(false)
  if (now == null)
    return (
      <section aria-label={texts.hourLine} className="mt-6">
        <h2 className="mb-1">{texts.hourLine}</h2>
        <p className="text-ink-2">{texts.noModuleReportedItsEngineHours}</p>
      </section>
    )
  const begin = Math.min(
    now,
    ...rows.flatMap((r) => (r.from === undefined ? [] : [r.from])),
    ...events.map((e) => e.hours),
  )
  const shown = SPANS[span] ?? SPANS[3]
  const from = Number.isFinite(shown.hours)
    ? now - shown.hours
    : Math.max(0, begin - (now - begin) * 0.05 - 1)
  const x = scaleLinear()
    .domain([from, now])
    .range([LEFT, WIDTH - 12])
  const ticks = x.ticks(5).filter((t) => x(t) < WIDTH - 140)
  const drawn = rows.slice(0, MOST_ROWS)
  const height = (drawn.length + 1) * ROW + 34
  const hours = (h: number) =>
    h.toLocaleString(undefined, { maximumFractionDigits: shown.hours < 5 ? 2 : shown.hours < 400 ? 1 : 0 })
  return (
    <section
      aria-label={texts.hourLine}
      className="mt-6"
      onKeyDown={(e) => {
        if (e.key === '+' || e.key === '=') setSpan(Math.min(SPANS.length - 1, span + 1))
        if (e.key === '-') setSpan(Math.max(0, span - 1))
      }}
    >
      <div className="mb-1 flex flex-wrap items-center gap-3">
        <h2>{texts.hourLine}</h2>
        <span className="text-small text-ink-2" aria-live="polite">
          {texts.nowAtTheRight(shown.says)}
        </span>
        <span className="ml-auto flex gap-2">
          <Button disabled={span === 0} onClick={() => setSpan(span - 1)}>
            {texts.longer}
            <span className="kbd">−</span>
          </Button>
          <Button disabled={span === SPANS.length - 1} onClick={() => setSpan(span + 1)}>
            {texts.closer}
            <span className="kbd">+</span>
          </Button>
          <Button aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
            {asTable ? texts.asALine : texts.asATable}
          </Button>
        </span>
      </div>
      {asTable ? (
        <HourTable rows={rows} now={now} events={events} />
      ) : (
        <svg
          viewBox={`0 0 ${WIDTH} ${height}`}
          className="w-full"
          role="img"
          aria-label={texts.overEngineHours}
        >
          {drawn.map((r, i) => (
            <HourRow
              key={r.id}
              row={r}
              y={i * ROW + ROW / 2}
              x={x}
              from={from}
              chosen={r.id === selected}
              onSelect={() => onSelect?.(r.id)}
            />
          ))}
          <g transform={`translate(0 ${drawn.length * ROW + ROW / 2})`}>
            <text x={0} y={5} fontSize={14} fill="var(--ink-2)">
              {texts.whatWasDone}
            </text>
            <line x1={LEFT} x2={WIDTH - 12} y1={0} y2={0} stroke="var(--line)" />
            {events
              .filter((e) => e.hours >= from)
              .map((e, i) => (
                <g key={i} transform={`translate(${x(e.hours)} 0)`}>
                  <title>{`${e.text}, ${hours(e.hours)} h`}</title>
                  <path
                    d={MARKS[e.kind] ?? PLAIN_MARK}
                    stroke="var(--ink)"
                    fill="var(--sheet)"
                    strokeWidth={2}
                  />
                </g>
              ))}
          </g>
          <g transform={`translate(0 ${height - 24})`} fontSize={14} fill="var(--ink-3)">
            <line x1={LEFT} x2={WIDTH - 12} stroke="var(--line-strong)" />
            {ticks.map((t) => (
              <g key={t} transform={`translate(${x(t)} 0)`}>
                <line y1={-4} y2={4} stroke="var(--line-strong)" />
                <text y={19} textAnchor="middle">
                  {hours(t)}
                </text>
              </g>
            ))}
            <text x={WIDTH - 4} y={19} textAnchor="end" fill="var(--ink)">
              {texts.nowH(hours(now))}
            </text>
          </g>
        </svg>
      )}
      {!asTable && rows.length > MOST_ROWS && (
        <p className="text-small text-ink-2">{texts.theFirstOfTheTableHas(MOST_ROWS, rows.length)}</p>
      )}
    </section>
  )
}

function HourRow({
  row: r,
  y,
  x,
  from,
  chosen,
  onSelect,
}: {
  row: HourRowData
  y: number
  x: (hours: number) => number
  from: number
  chosen: boolean
  onSelect: () => void
}) {
  const right = WIDTH - 12
  const short = r.title.length > 32 ? `${r.title.slice(0, 31)}…` : r.title
  // A silent module's own mark stands at now; what others missed would lie under it.
  const timed = !r.silent && r.from !== undefined && r.to !== undefined
  const before = timed && (r.to ?? 0) < from
  const left = timed ? Math.max(LEFT, x(Math.max(from, r.from ?? from))) : right
  const end = timed ? Math.max(left + 4, x(Math.max(from, r.to ?? from))) : right
  return (
    <g transform={`translate(0 ${y})`} onClick={onSelect} className="cursor-pointer">
      <title>{r.title}</title>
      {chosen && <rect x={0} y={-ROW / 2} width={WIDTH} height={ROW} fill="var(--petrol-soft)" />}
      <text x={0} y={5} fontSize={14} fill="var(--ink)">
        {short}
      </text>
      <line x1={LEFT} x2={right} y1={0} y2={0} stroke="var(--line)" />
      {r.silent && (
        <rect
          x={right - 10}
          y={-7}
          width={10}
          height={14}
          fill="none"
          stroke="var(--ink)"
          strokeDasharray="3 2"
        />
      )}
      {!r.silent && !timed && (
        <text x={LEFT + 8} y={5} fontSize={14} fill="var(--ink-2)">
          {texts.timeUnknown(r.active ? texts.thereNow : '')}
        </text>
      )}
      {before && (
        <text x={LEFT + 8} y={5} fontSize={14} fill="var(--ink-2)">
          {texts.beforeThisSpan}
        </text>
      )}
      {timed && !before && (
        <rect
          x={left}
          y={-7}
          width={end - left}
          height={14}
          fill={r.active ? 'var(--ink)' : 'var(--sheet)'}
          stroke="var(--ink)"
          strokeWidth={1.5}
        />
      )}
      {timed && !before && r.first && left - LEFT > 76 && (
        <text x={left - 6} y={5} fontSize={14} textAnchor="end" fill="var(--ink-2)">
          {texts.cameFirst}
        </text>
      )}
    </g>
  )
}

function HourTable({ rows, now, events }: { rows: HourRowData[]; now: number; events: HourEventData[] }) {
  const one = (h: number | undefined) =>
    h === undefined ? texts.timeUnknownWord : h.toLocaleString(undefined, { maximumFractionDigits: 2 })
  return (
    <table className="w-full text-small">
      <thead>
        <tr className="border-b border-line-strong text-left">
          <th className="py-1 pr-4 font-semibold">{texts.what}</th>
          <th className="pr-4 text-right font-semibold">{texts.firstH}</th>
          <th className="pr-4 text-right font-semibold">{texts.lastH}</th>
          <th className="text-right font-semibold">{texts.state}</th>
        </tr>
      </thead>
      <tbody>
        {rows.map((r) => (
          <tr key={r.id} className="border-b border-line">
            <td className="py-1 pr-4">
              {r.title}
              {r.first && <span className="text-ink-2">{texts.cameFirst2}</span>}
            </td>
            <td className="pr-4 text-right">{one(r.from)}</td>
            <td className="pr-4 text-right">{one(r.to)}</td>
            <td className="text-right">{r.state}</td>
          </tr>
        ))}
        {events.map((e, i) => (
          <tr key={`event ${i}`} className="border-b border-line">
            <td className="py-1 pr-4">{e.text}</td>
            <td className="pr-4 text-right">{one(e.hours)}</td>
            <td className="pr-4 text-right">{one(e.hours)}</td>
            <td />
          </tr>
        ))}
        <tr>
          <td className="py-1 pr-4">{texts.now}</td>
          <td className="pr-4 text-right" />
          <td className="pr-4 text-right">{one(now)}</td>
          <td />
        </tr>
      </tbody>
    </table>
  )
}
