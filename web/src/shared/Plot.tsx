import { useEffect, useRef } from 'react'
import uPlot from 'uplot'
import 'uplot/dist/uPlot.min.css'
import { fitting } from './fitting'
import { isNear, watchNear } from './near'

/** One line of a plot: counts already turned into figures. */
export interface PlotSeries {
  label: string
  unit: string
  /** Distinguishes lines that share a plot by dash as well as by tone. */
  dash?: number[] | undefined
  /** A token of the look, such as "--ink". */
  tone?: string
  /** Shown on this scale; lines of one unit share it. */
  scale?: string
}

/** Something that stands at a moment or between two. */
export interface PlotMark {
  from: number
  to: number
  text: string
  kind: 'MARKER' | 'GAP' | 'OFF'
}

/** Where a line is expected to lie, in figures of its scale. */
export interface PlotCorridor {
  low: number
  high: number
  tone: string
}

interface Props {
  /** x first, then one row a series; all of one length. */
  data: uPlot.AlignedData
  series: PlotSeries[]
  height: number
  /** What the plot shows, for those who do not see it. */
  name: string
  marks?: PlotMark[]
  corridors?: PlotCorridor[]
  /** Draws points and no line: one value against another. */
  points?: boolean
  xLabel?: string
  /** The user chose a window by dragging, or all again with null. */
  onWindow?: ((from: number | null, to: number | null) => void) | undefined
  onCursor?: ((at: number | null) => void) | undefined
  /** Plots with one key move their cursors together. */
  syncKey?: string
  compact?: boolean
  /** Ends of the x axis where they are not those of the data. */
  range?: [number, number]
}

const token = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim()

/**
 * A plot of values over time, or of one against another. It is drawn when it comes into view, so that a page may have
 * hundreds. Drag for a window, arrow keys move the cursor, plus and minus zoom, 0 shows all.
 */
export function Plot({
  data,
  series,
  height,
  name,
  marks,
  corridors,
  points,
  xLabel,
  onWindow,
  onCursor,
  syncKey,
  compact,
  range,
}: Props) {
  const box = useRef<HTMLDivElement>(null)
  const plot = useRef<uPlot | undefined>(undefined)
  const seen = useRef(false)
  const latest = useRef({ data, marks, onWindow, onCursor })
  useEffect(() => {
    latest.current = { data, marks, onWindow, onCursor }
  })
  const shape = JSON.stringify([series, height, points, xLabel, syncKey, compact, range, corridors])

  useEffect(() => {
    const node = box.current
    if (!node) return
    function make(): uPlot {
      const line = token('--line')
      const ink = token('--ink-2')
      const scales = [...new Set(series.map((s) => s.scale ?? 'y'))]
      return new uPlot(
        {
          width: node?.clientWidth ?? 600,
          height,
          scales: {
            x: { time: false, ...(range ? { range } : {}) },
            ...(corridors
              ? { y: { range: (_: uPlot, min: number, max: number) => covered(min, max, corridors) } }
              : {}),
          },
          legend: { show: false },
          cursor: {
            drag: { x: onWindow !== undefined, y: false, setScale: false },
            points: { size: 7 },
            ...(syncKey ? { sync: { key: syncKey } } : {}),
          },
          series: [
            {},
            ...series.map((s) => ({
              label: s.label,
              scale: s.scale ?? 'y',
              stroke: token(s.tone ?? '--ink'),
              width: 1.5,
              ...(s.dash ? { dash: s.dash } : {}),
              ...(points
                ? { paths: () => null, points: { show: true, size: 4 } }
                : { points: { show: false } }),
              spanGaps: false,
            })),
          ],
          axes: [
            {
              stroke: ink,
              grid: { stroke: line, width: 1 },
              ticks: { stroke: line, width: 1 },
              font: '14px Barlow',
              show: !compact,
              ...(xLabel ? { label: xLabel, labelFont: '14px Barlow', labelSize: 20 } : {}),
            },
            ...scales.slice(0, 2).map((scale, i) => ({
              scale,
              side: i === 0 ? (3 as const) : (1 as const),
              stroke: ink,
              grid: { stroke: line, width: 1, show: i === 0 },
              ticks: { stroke: line, width: 1 },
              font: '14px Barlow',
              size: 62,
            })),
          ],
          hooks: {
            drawClear: [(u) => drawCorridors(u, corridors ?? [])],
            draw: [(u) => drawMarks(u, latest.current.marks ?? [])],
            setSelect: [
              (u) => {
                if (u.select.width > 4)
                  latest.current.onWindow?.(
                    u.posToVal(u.select.left, 'x'),
                    u.posToVal(u.select.left + u.select.width, 'x'),
                  )
                u.setSelect({ left: 0, top: 0, width: 0, height: 0 }, false)
              },
            ],
            setCursor: [
              (u) =>
                latest.current.onCursor?.(
                  u.cursor.left != null && u.cursor.left >= 0 ? u.posToVal(u.cursor.left, 'x') : null,
                ),
            ],
          },
        },
        latest.current.data,
        node ?? undefined,
      )
    }
    const draw = () => {
      if (plot.current) plot.current.setData(latest.current.data)
      else plot.current = make()
    }
    seen.current = isNear(node)
    if (seen.current) draw()
    const leave = watchNear(node, (now) => {
      if (now && !seen.current) draw()
      seen.current = now
    })
    window.addEventListener('beforeprint', draw)
    const resize = new ResizeObserver(() => {
      if (node.clientWidth > 0) plot.current?.setSize({ width: node.clientWidth, height })
    })
    resize.observe(node)
    const theme = new MutationObserver(() => {
      if (!plot.current) return
      plot.current.destroy()
      plot.current = make()
    })
    theme.observe(document.documentElement, { attributes: true, attributeFilter: ['data-theme'] })
    return () => {
      leave()
      window.removeEventListener('beforeprint', draw)
      resize.disconnect()
      theme.disconnect()
      plot.current?.destroy()
      plot.current = undefined
    }
    // The plot is made anew when its shape changes; data comes by setData below.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shape])

  useEffect(() => {
    if (seen.current) plot.current?.setData(data)
  }, [data, marks])

  return (
    <div
      ref={box}
      role="img"
      aria-label={name}
      tabIndex={0}
      className="w-full outline-offset-2"
      style={{ minHeight: height }}
      onKeyDown={(e) => {
        const u = plot.current
        if (!u) return
        if (key(u, e.key, latest.current.onWindow)) e.preventDefault()
      }}
    />
  )
}

/** Ends of an axis on which lines and corridors are whole. */
export function covered(min: number, max: number, corridors: PlotCorridor[]): [number, number] {
  const low = Math.min(min, ...corridors.map((c) => c.low))
  const high = Math.max(max, ...corridors.map((c) => c.high))
  const air = 0.05 * Math.max(1, high - low)
  return [low - air, high + air]
}

/** Each as a pale band with its edges, behind the lines. */
function drawCorridors(u: uPlot, corridors: PlotCorridor[]) {
  const { ctx, bbox } = u
  ctx.save()
  for (const c of corridors) {
    const top = u.valToPos(c.high, 'y', true)
    const bottom = u.valToPos(c.low, 'y', true)
    ctx.fillStyle = ctx.strokeStyle = token(c.tone)
    ctx.globalAlpha = 0.1
    ctx.fillRect(bbox.left, top, bbox.width, bottom - top)
    ctx.globalAlpha = 0.6
    ctx.setLineDash([2, 4])
    ctx.strokeRect(bbox.left, top, bbox.width, bottom - top)
  }
  ctx.restore()
}

/** What a key does on a plot; true where it did something. */
function key(u: uPlot, pressed: string, onWindow: Props['onWindow']): boolean {
  const { min, max } = u.scales.x ?? {}
  if (min == null || max == null) return false
  const left = u.cursor.left ?? -1
  const width = u.over.clientWidth
  const at = left < 0 ? width / 2 : left
  const middle = u.posToVal(at, 'x')
  switch (pressed) {
    case 'ArrowLeft':
    case 'ArrowRight': {
      const to = Math.max(0, Math.min(width, at + (pressed === 'ArrowLeft' ? -8 : 8)))
      u.setCursor({ left: to, top: u.over.clientHeight / 2 })
      return true
    }
    case '+':
      onWindow?.(middle - (middle - min) / 2, middle + (max - middle) / 2)
      return true
    case '-':
      onWindow?.(middle - (middle - min) * 2, middle + (max - middle) * 2)
      return true
    case '0':
      onWindow?.(null, null)
      return true
    default:
      return false
  }
}

function drawMarks(u: uPlot, marks: PlotMark[]) {
  const { ctx } = u
  const { top, height, left, width } = u.bbox
  ctx.save()
  ctx.beginPath()
  ctx.rect(left, top, width, height)
  ctx.clip()
  const byTime = [...marks].sort((a, b) => a.from - b.from)
  byTime.forEach((m, i) => {
    const x = u.valToPos(m.from, 'x', true)
    const x2 = u.valToPos(m.to, 'x', true)
    if (m.kind === 'MARKER') {
      ctx.strokeStyle = token('--petrol')
      ctx.lineWidth = 2
      ctx.setLineDash([])
      ctx.beginPath()
      ctx.moveTo(x, top)
      ctx.lineTo(x, top + height)
      ctx.stroke()
    } else {
      ctx.fillStyle = token(m.kind === 'OFF' ? '--amber' : '--hatch')
      ctx.globalAlpha = m.kind === 'OFF' ? 0.22 : 0.5
      ctx.fillRect(x, top, Math.max(2, x2 - x), height)
      ctx.globalAlpha = 1
    }
    ctx.fillStyle = token('--ink-2')
    ctx.font = '13px Barlow'
    ctx.textAlign = 'left'
    ctx.textBaseline = 'alphabetic'
    const next = byTime[i + 1]
    const room = (next ? u.valToPos(next.from, 'x', true) : left + width) - x - 8
    ctx.fillText(
      fitting(m.text, room, (t) => ctx.measureText(t).width),
      x + 4,
      top + 14,
    )
  })
  ctx.restore()
}
