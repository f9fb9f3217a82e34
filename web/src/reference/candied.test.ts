import { Can, Dbc } from 'candied'
import { readFileSync, writeFileSync } from 'node:fs'
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

const names = new Map(
  [...file.dbc.matchAll(/^CM_ SG_ \d+ S(\d+)_\w+ "(.*)";$/gm)].map((m) => [m[1], m[2]] as [string, string]),
)

/** Every parameter as the package reads its place, its scale, and one frame. */
function table(): string {
  const rows = file.frames
    .filter((f, i) => file.frames.findIndex((g) => g.pgn === f.pgn) === i)
    .flatMap(({ pgn, data: hex }) => {
      const bytes = [...Buffer.from(hex.replaceAll('-', ''), 'hex')]
      const signals = [...(data.messages.get(`PGN_${pgn}`)?.signals.values() ?? [])]
      return signals
        .sort((a, b) => a.startBit - b.startBit)
        .map((s) => {
          const spn = /^S(\d+)_/.exec(s.name)?.[1] ?? ''
          const from = `${Math.floor(s.startBit / 8) + 1}.${(s.startBit % 8) + 1}`
          const told = can.decodeSignal(bytes, s)
          return `| ${spn} | ${names.get(spn) ?? ''} | ${pgn} | ${from} | ${s.length} | ${s.factor} | ${s.offset} | ${s.unit} | ${hex} | ${told.rawValue} |`
        })
    })
  return `# Parameters

Every parameter that the pack of the standards and that of the road trucks read from groups, as another decoder reads it: the npm package *candied* has loaded the DBC that Hitch Lamp writes, and tells where it finds each signal, its scale and offset, and the counts that it reads from a frame of eight random bytes. The web's tests compare counts and figures of four such frames a group with what the core reads; they are equal. Places and scales are from memory of SAE J1939-71; the table lets anybody check them against the standard. Written by the tests of the web (\`TABLE_WRITE=1\`).

| SPN | name | group | from byte.bit | bits | scale | offset | unit | frame | counts |
| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |
${rows.join('\n')}
`
}

it('stands in the table of the docs as the package reads it', () => {
  const path = '../docs/parameters.md'
  if (process.env.TABLE_WRITE) writeFileSync(path, table())
  expect(readFileSync(path, 'utf8'), 'run this test with TABLE_WRITE=1').toBe(table())
})
