import type { CircuitView, ContactNow } from '../api/client'
import { useShow } from '../shared/quantity'
import { type PlacedFitting, type PlacedSheet, SIZE, wireText } from './circuitLayout'
import { texts } from './words'

/** What is pointed at: a fitting by its id, or a wire by its number. */
export type Pointed = { fitting: string } | { wire: string } | undefined

/**
 * The sheet, drawn: what feeds on the left, what is fed on the right. A wire that is pointed at shows its whole net, a
 * fitting all its wires.
 */
export function CircuitDrawing({
  sheet,
  placed,
  now,
  pointed,
  onPoint,
}: {
  sheet: CircuitView
  placed: PlacedSheet
  /** What signals are made of just now; undefined where nobody asks. */
  now: ContactNow[] | undefined
  pointed: Pointed
  onPoint: (what: Pointed) => void
}) {
  const lit = litPoints(sheet, pointed)
  const any = pointed !== undefined
  return (
    <svg
      viewBox={`-4 -4 ${placed.width + 8} ${placed.height + 8}`}
      role="group"
      aria-label={texts.circuitOf(sheet.title)}
      className="w-full"
      style={{ maxWidth: placed.width * 1.15, minWidth: Math.min(placed.width, 620) }}
    >
      {placed.wires.map(({ wire, corners, label }) => {
        const on = lit.has(wire.from) && lit.has(wire.to)
        return (
          <g
            key={wire.number}
            role="button"
            tabIndex={0}
            aria-pressed={pointed !== undefined && 'wire' in pointed && pointed.wire === wire.number}
            aria-label={texts.wireMmTo(wireText(wire), wire.mm2, wire.from, wire.to)}
            className="wire cursor-pointer"
            onClick={() => onPoint({ wire: wire.number })}
            onKeyDown={(e) => {
              if (e.key === 'Enter' || e.key === ' ') {
                e.preventDefault()
                onPoint({ wire: wire.number })
              }
            }}
          >
            <polyline
              points={corners.map((c) => `${c.x},${c.y}`).join(' ')}
              fill="none"
              stroke="transparent"
              strokeWidth={18}
            />
            <polyline
              points={corners.map((c) => `${c.x},${c.y}`).join(' ')}
              fill="none"
              className="line"
              stroke={on || !any ? 'var(--ink)' : 'var(--line-strong)'}
              strokeWidth={on ? 4 : 1.6}
            />
            <text
              x={label.x}
              y={label.y}
              fontSize={16}
              fill={on || !any ? 'var(--ink-2)' : 'var(--ink-3)'}
              fontWeight={on ? 600 : 400}
            >
              {wireText(wire)}
            </text>
          </g>
        )
      })}
      {placed.fittings.map((p) => (
        <Fitting
          key={p.fitting.id}
          placed={p}
          now={now}
          on={any && p.fitting.contacts.some((c) => lit.has(c.point))}
          pressed={pointed !== undefined && 'fitting' in pointed && pointed.fitting === p.fitting.id}
          onPoint={() => onPoint({ fitting: p.fitting.id })}
        />
      ))}
    </svg>
  )
}

/** Points that are one with what is pointed at. */
export function litPoints(sheet: CircuitView, pointed: Pointed): Set<string> {
  const begin =
    pointed === undefined
      ? []
      : 'wire' in pointed
        ? sheet.wires.filter((w) => w.number === pointed.wire).map((w) => w.from)
        : (sheet.fittings.find((f) => f.id === pointed.fitting)?.contacts ?? []).map((c) => c.point)
  return new Set(sheet.nets.filter((n) => n.some((p) => begin.includes(p))).flat())
}

function Fitting({
  placed,
  now,
  on,
  pressed,
  onPoint,
}: {
  placed: PlacedFitting
  now: ContactNow[] | undefined
  on: boolean
  pressed: boolean
  onPoint: () => void
}) {
  const { fitting: f, x, y, width, height } = placed
  const show = useShow()
  const own = f.contacts.some((c) => c.own)
  const name = `${f.id}, ${f.title}${f.place ? `, ${f.place}` : ''}`
  const pointing = {
    role: 'button',
    tabIndex: 0,
    'aria-pressed': pressed,
    'aria-label': name,
    className: 'fitting cursor-pointer',
    onClick: onPoint,
    onKeyDown: (e: React.KeyboardEvent) => {
      if (e.key === 'Enter' || e.key === ' ') {
        e.preventDefault()
        onPoint()
      }
    },
  } as const
  if (f.kind === 'SPLICE')
    return (
      <g {...pointing}>
        <circle cx={x + width / 2} cy={y + height / 2} r={22} fill="transparent" />
        <circle
          cx={x + width / 2}
          cy={y + height / 2}
          r={width / 2}
          fill={own || on ? 'var(--ink)' : 'var(--sheet)'}
          stroke="var(--ink)"
          strokeWidth={2}
        />
        <text
          x={x + width / 2}
          y={y - 6}
          fontSize={15}
          fontWeight={600}
          textAnchor="middle"
          fill="var(--ink)"
        >
          {f.id}
        </text>
      </g>
    )
  return (
    <g {...pointing}>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth={own ? 3 : 1.4}
        strokeDasharray={f.kind === 'BACKBONE' ? '7 4' : undefined}
      />
      <text x={x + 10} y={y + 24} fontSize={20} fontWeight={600} fill="var(--ink)">
        {f.id}
        {f.kind === 'FUSE' && `, ${f.amps} A`}
      </text>
      {lines(f.title).map((line, i) => (
        <text key={line} x={x + 10} y={y + 44 + 18 * i} fontSize={15} fill="var(--ink-2)">
          {line}
        </text>
      ))}
      {f.kind === 'FUSE' && (
        <path
          d={`M ${x} ${y + SIZE.head + SIZE.row / 2} h 44 q 32 -24 64 0 t 64 0 h 44`}
          fill="none"
          stroke="var(--ink)"
          strokeWidth={2}
        />
      )}
      {f.contacts.map((c, i) => {
        const at = placed.contacts[i]
        if (!at) return null
        const told = now?.find((n) => n.point === c.point)
        const shown = told && show(told.value, told.unit, told.value >= 100 ? 0 : 1)
        return (
          <g key={c.point}>
            <circle
              cx={at.x}
              cy={at.y}
              r={5}
              fill={c.own ? 'var(--ink)' : 'var(--sheet)'}
              stroke="var(--ink)"
              strokeWidth={1.6}
            />
            {f.kind !== 'FUSE' && f.kind !== 'GROUND' && (
              <text
                x={at.left ? at.x + 14 : at.x - 14}
                y={at.y + 5}
                fontSize={18}
                textAnchor={at.left ? 'start' : 'end'}
                fill="var(--ink)"
              >
                <tspan fontWeight={600}>{c.name}</tspan> <tspan fill="var(--ink-2)">{roles[c.role]}</tspan>
                {shown && (
                  <tspan fontWeight={600}>
                    {' '}
                    {shown.figure} {shown.unit}
                    {told.volts != null && `, ${told.volts.toFixed(2)} V`}
                  </tspan>
                )}
                {now !== undefined && c.spn > 0 && !shown && <tspan fontWeight={600}>{texts.noFigure}</tspan>}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

/** What a contact is for. */
export const roles: Record<CircuitView['fittings'][number]['contacts'][number]['role'], string> = {
  SUPPLY: 'supply',
  RETURN: 'return',
  SIGNAL: 'signal',
  POWER: 'power',
  GROUND: 'ground',
  CAN_HIGH: texts.busHigh,
  CAN_LOW: texts.busLow,
  OTHER: '',
}

/** A title in two lines of the box at most; the whole of a longer one stands in the why column. */
export function lines(text: string): string[] {
  if (text.length <= LINE) return [text]
  const at = text.lastIndexOf(' ', LINE)
  const [first, rest] =
    at > 0 ? [text.slice(0, at), text.slice(at + 1)] : [text.slice(0, LINE), text.slice(LINE)]
  return [first, rest.length > LINE ? `${rest.slice(0, LINE - 1)}…` : rest]
}

const LINE = 27
