import type { ElkNode } from 'elkjs/lib/elk-api'
import type { CircuitFitting, CircuitView, CircuitWire } from '../api/client'

/** Sizes of the drawing, in its own units: about pixels at full size. */
export const SIZE = { row: 34, head: 74, box: 216, splice: 18, letter: 8.6 }

/** A fitting with its place. */
export interface PlacedFitting {
  fitting: CircuitFitting
  x: number
  y: number
  width: number
  height: number
  /** Where its contacts are, in the order of the fitting. */
  contacts: { point: string; x: number; y: number; left: boolean }[]
}

/** A wire with its corners, and where its number is written. */
export interface PlacedWire {
  wire: CircuitWire
  corners: { x: number; y: number }[]
  label: { x: number; y: number }
}

/** A whole sheet, laid out. */
export interface PlacedSheet {
  width: number
  height: number
  fittings: PlacedFitting[]
  wires: PlacedWire[]
}

const PORT = 'at '

function portOf(point: string): string {
  return PORT + point
}

/** Which column a fitting stands in: what feeds on the left, what is fed on the right. */
function column(f: CircuitFitting, sheet: CircuitView): 'left' | 'middle' | 'right' {
  if (f.kind === 'SPLICE' || f.kind === 'FUSE') return 'middle'
  if (f.kind !== 'PLUG') return 'left'
  const plugs = sheet.fittings.filter((x) => x.kind === 'PLUG')
  return plugs.length > 1 && /^(module-|$)/.test(f.part) ? 'left' : 'right'
}

const ORDER = { left: 0, middle: 1, right: 2 }

/** What is written at a wire. */
export function wireText(w: CircuitWire): string {
  return `${w.number} ${w.colour}`
}

/** The sheet as a graph of boxes with ports for the layout. */
export function graphOf(sheet: CircuitView): ElkNode {
  const columns = new Map(sheet.fittings.map((f) => [f.id, column(f, sheet)]))
  const of = (point: string) => point.split('/')[0] ?? point
  // A splice has no ports: its wires end at itself.
  const splices = new Set(sheet.fittings.filter((f) => f.kind === 'SPLICE').map((f) => f.id))
  const end = (point: string) => (splices.has(point) ? point : portOf(point))
  const rank = (point: string) => ORDER[columns.get(of(point)) ?? 'middle']
  return {
    id: 'sheet',
    layoutOptions: {
      'elk.algorithm': 'layered',
      'elk.direction': 'RIGHT',
      'elk.edgeRouting': 'ORTHOGONAL',
      'elk.layered.spacing.nodeNodeBetweenLayers': '30',
      'elk.layered.spacing.edgeNodeBetweenLayers': '24',
      'elk.layered.spacing.edgeEdgeBetweenLayers': '14',
      'elk.spacing.nodeNode': '26',
      'elk.spacing.edgeEdge': '14',
      'elk.spacing.edgeLabel': '5',
      'elk.layered.nodePlacement.strategy': 'NETWORK_SIMPLEX',
      'elk.edgeLabels.inline': 'false',
    },
    children: sheet.fittings.map((f) => node(f, columns.get(f.id) ?? 'middle')),
    edges: sheet.wires.map((w) => {
      const turned = rank(w.from) > rank(w.to)
      const [a, b] = turned ? [end(w.to), end(w.from)] : [end(w.from), end(w.to)]
      return {
        id: w.number,
        sources: [a],
        targets: [b],
        labels: [{ text: wireText(w), width: wireText(w).length * SIZE.letter, height: 18 }],
      }
    }),
  }
}

function node(f: CircuitFitting, where: 'left' | 'middle' | 'right'): ElkNode {
  if (f.kind === 'SPLICE') return { id: f.id, width: SIZE.splice, height: SIZE.splice }
  const height = SIZE.head + SIZE.row * f.contacts.length
  const side = (i: number) =>
    f.kind === 'FUSE' ? (i === 0 ? 'WEST' : 'EAST') : where === 'left' ? 'EAST' : 'WEST'
  return {
    id: f.id,
    width: SIZE.box,
    height: f.kind === 'FUSE' ? SIZE.head + SIZE.row : height,
    layoutOptions: {
      'elk.portConstraints': 'FIXED_POS',
      ...(where === 'left' ? { 'elk.layered.layering.layerConstraint': 'FIRST' } : {}),
      ...(where === 'right' ? { 'elk.layered.layering.layerConstraint': 'LAST' } : {}),
    },
    ports: f.contacts.map((c, i) => ({
      id: portOf(c.point),
      width: 0,
      height: 0,
      x: side(i) === 'EAST' ? SIZE.box : 0,
      y: SIZE.head + SIZE.row * (f.kind === 'FUSE' ? 0 : i) + SIZE.row / 2,
      layoutOptions: { 'elk.port.side': side(i) },
    })),
  }
}

/** Lays a sheet out. The layout program is loaded only when a sheet is looked at. */
export async function layOut(sheet: CircuitView): Promise<PlacedSheet> {
  const { default: Elk } = await import('elkjs/lib/elk.bundled.js')
  return placed(sheet, await new Elk().layout(graphOf(sheet)))
}

function placed(sheet: CircuitView, graph: ElkNode): PlacedSheet {
  const nodes = new Map((graph.children ?? []).map((n) => [n.id, n]))
  return {
    width: graph.width ?? 0,
    height: graph.height ?? 0,
    fittings: sheet.fittings.map((fitting) => {
      const n = nodes.get(fitting.id)
      const x = n?.x ?? 0
      const y = n?.y ?? 0
      return {
        fitting,
        x,
        y,
        width: n?.width ?? 0,
        height: n?.height ?? 0,
        contacts: (n?.ports ?? []).map((p) => ({
          point: p.id.slice(PORT.length),
          x: x + (p.x ?? 0),
          y: y + (p.y ?? 0),
          left: (p.x ?? 0) === 0,
        })),
      }
    }),
    wires: sheet.wires.map((wire) => {
      const e = graph.edges?.find((x) => x.id === wire.number)
      const s = e?.sections?.[0]
      const corners = s ? [s.startPoint, ...(s.bendPoints ?? []), s.endPoint] : []
      const l = e?.labels?.[0]
      return { wire, corners, label: { x: l?.x ?? 0, y: (l?.y ?? 0) + 14 } }
    }),
  }
}
