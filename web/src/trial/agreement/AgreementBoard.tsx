import { useConversion, useShow } from '../../shared/quantity'
import { useSaid } from '../../shared/said'
import type { Board, BoardProps } from '../boards'
import { verdicts } from '../words'
import { type Row, sheetOf, type Strip, ticks } from './sheet'
import { texts } from './words'

const DECIMALS = 1

/** The sheet: what must be alike on one axis, what must rest or stay in its band beside it. */
function AgreementBoard({ view, far }: BoardProps) {
  const { strips, bands } = sheetOf(view)
  if (far) {
    const off = [...strips.flatMap((s) => s.rows), ...bands].filter((r) => r.verdict === 'FAIL')
    return (
      <ul className="text-far">
        {off.map((r) => (
          <FarRow key={`${r.title} ${r.spn}`} row={r} />
        ))}
      </ul>
    )
  }
  return (
    <div className="max-w-[760px]">
      {strips.map((s) => (
        <StripView key={s.title} strip={s} />
      ))}
      {bands.length > 0 && (
        <ul className="grid grid-cols-3 gap-x-6 border-t border-line-strong max-[700px]:grid-cols-2">
          {bands.map((r) => (
            <BandView key={`${r.title} ${r.spn}`} row={r} />
          ))}
        </ul>
      )}
    </div>
  )
}

function FarRow({ row }: { row: Row }) {
  const said = useSaid()
  return (
    <li className="mb-2">
      <b className="font-semibold">{row.title}</b>
      <span className="block text-far-fine">{row.part && said(row.part.says)}</span>
    </li>
  )
}

function Figure({ value, unit, strong }: { value: number; unit: string; strong: boolean }) {
  const shown = useShow()(value, unit, DECIMALS)
  return (
    <span className="text-right whitespace-nowrap">
      <b className={`font-narrow text-lead ${strong ? 'font-bold' : 'font-semibold'}`}>{shown.figure}</b>{' '}
      <span className="text-small text-ink-2">{shown.unit}</span>
    </span>
  )
}

/** Sensors that must be alike, each with what it may be off by, over the band that the others allow. */
function StripView({ strip }: { strip: Strip }) {
  const said = useSaid()
  const { factor, offset } = useConversion()(strip.unit)
  const [from, to] = strip.axis
  const at = (value: number) => `${(100 * (value - from)) / (to - from)}%`
  const shownTicks = ticks(from * factor + offset, to * factor + offset)
  return (
    <section aria-label={strip.title} className="mb-5">
      <h3 className="mb-1">{strip.title}</h3>
      <div className="grid grid-cols-[230px_1fr_84px] items-center gap-x-4 max-[700px]:grid-cols-[120px_1fr_80px]">
        {strip.rows.map((r) => (
          <StripRow key={r.spn} row={r} at={at} band={strip.band} said={said} />
        ))}
        <span />
        <span className="relative h-6 text-small text-ink-2" aria-hidden>
          {shownTicks.map((t) => (
            <span
              key={t}
              className="absolute -translate-x-1/2 pt-1"
              style={{ left: at((t - offset) / factor) }}
            >
              {t}
            </span>
          ))}
        </span>
        <span />
      </div>
    </section>
  )
}

function StripRow({
  row,
  at,
  band,
  said,
}: {
  row: Row
  at: (value: number) => string
  band: [number, number] | undefined
  said: ReturnType<typeof useSaid>
}) {
  const off = row.verdict === 'FAIL'
  const span = (low: number, high: number) => ({ left: at(low), right: `calc(100% - ${at(high)})` })
  return (
    <>
      <span className={`py-0.5 leading-tight ${off ? 'font-bold' : ''}`}>{row.title}</span>
      <span className="relative block min-h-7 self-stretch">
        {band && <span className="absolute inset-y-0 bg-petrol-soft" style={span(...band)} aria-hidden />}
        <span
          className={`absolute top-1/2 -translate-y-1/2 ${off ? 'h-[3px] bg-ink' : 'h-[2px] bg-line-strong'}`}
          style={span(row.value - row.tolerance, row.value + row.tolerance)}
          aria-hidden
        />
        <span
          className={`absolute top-1/2 h-4 w-2.5 -translate-x-1/2 -translate-y-1/2 border-2 border-ink ${off ? 'bg-ink' : 'bg-paper'}`}
          style={{ left: at(row.value) }}
          aria-hidden
        />
        <span
          className={
            off ? 'absolute top-1/2 -translate-y-1/2 text-small font-semibold whitespace-nowrap' : 'sr-only'
          }
          style={off ? beside(at(row.value - row.tolerance), at(row.value + row.tolerance)) : undefined}
        >
          {row.part ? said(row.part.says) : verdicts[row.verdict]}
        </span>
      </span>
      <Figure value={row.value} unit={row.unit} strong={off} />
    </>
  )
}

/** Words beside a bar, on the side where there is room. */
function beside(low: string, high: string): { left?: string; right?: string } {
  return Number.parseFloat(low) > 40
    ? { right: `calc(100% - ${low} + 8px)` }
    : { left: `calc(${high} + 8px)` }
}

/** One band: the figure, and whether it is as it must be. */
function BandView({ row }: { row: Row }) {
  const said = useSaid()
  const off = row.verdict === 'FAIL'
  return (
    <li className="border-b border-line py-2">
      <span className="flex items-baseline justify-between gap-2">
        <span className={off ? 'font-bold' : ''}>{row.title}</span>
        <Figure value={row.value} unit={row.unit} strong={off} />
      </span>
      <span className={`block text-small ${off ? 'font-semibold' : 'text-ink-2'}`}>
        {off && row.part
          ? said(row.part.says)
          : row.verdict === 'PASS'
            ? texts.asItMust
            : verdicts[row.verdict]}
      </span>
    </li>
  )
}

/** What the agreement of sensors adds to the page of a test. */
export const agreement: Board = {
  Board: AgreementBoard,
  values: () => [],
  why: () => [
    { head: texts.howItIsFound, text: texts.sensorsWatchEachOther },
    { head: texts.stood, text: texts.keyOnAfterANight },
  ],
}
