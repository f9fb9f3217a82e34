import { Can, Dbc } from 'candied'
import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'

/** What the core wrote as DBC, and what it reads from some frames: count and figure by SPN. */
const file = JSON.parse(readFileSync('../grade/src/test/resources/dbc/decoded.json', 'utf8')) as {
  dbc: string
  frames: { pgn: number; data: string; values: Record<string, [number, number]> }[]
}

const data = new Dbc().load(file.dbc)
const can = new Can()
can.database = data

it('reads every message and signal of the DBC', () => {
  const signals = [...data.messages.values()].flatMap((m) => [...m.signals.keys()])
  const written = new Set(file.frames.flatMap((f) => Object.keys(f.values)))
  expect(new Set(signals.map((s) => s.split('_')[0]))).toEqual(written)
})

it.each(file.frames)(
  'decodes PGN $pgn, $data, to the same counts and figures',
  ({ pgn, data: hex, values }) => {
    const message = data.messages.get(`PGN_${pgn}`)
    if (!message) throw new Error(`no message of PGN ${pgn}`)
    const bytes = [...Buffer.from(hex.replaceAll('-', ''), 'hex')]
    for (const [spn, [raw, figure]] of Object.entries(values)) {
      const signal = [...message.signals.values()].find((s) => s.name.startsWith(`${spn}_`))
      if (!signal) throw new Error(`no signal ${spn}`)
      const told = can.decodeSignal(bytes, signal)
      expect(told.rawValue, spn).toBe(raw)
      // The package clamps figures to the range of the DBC; states lie beyond it.
      if (figure <= signal.max) expect(told.value, spn).toBeCloseTo(figure, 4)
    }
  },
)
