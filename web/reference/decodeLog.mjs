// Decodes every signal of a DBC in a candump log with the npm package candied; prints how often each came and the sum of
// its counts. Exists to be timed as a whole process beside ours, which prints the same.
// node decodeLog.mjs IN.log IN.dbc OUT.txt
import { createReadStream, readFileSync, writeFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { Can, Dbc } from 'candied'

const [log, dbc, out] = process.argv.slice(2)
const data = new Dbc().load(readFileSync(dbc, 'utf8'))
const can = new Can()
can.database = data
const groups = new Map()
for (const [name, message] of data.messages)
  groups.set(Number(name.replace('PGN_', '')), [...message.signals.values()])

const pgnOf = (id) => (((id >> 16) & 0xff) < 240 ? (id >> 8) & 0x3ff00 : (id >> 8) & 0x3ffff)
const sums = new Map()
for await (const line of createInterface({ input: createReadStream(log) })) {
  const [, id, hex] = /^\(\d+\.\d+\) \S+ ([0-9A-F]{8})#([0-9A-F]*)$/.exec(line) ?? []
  const signals = id && hex.length === 16 ? groups.get(pgnOf(parseInt(id, 16))) : undefined
  if (!signals) continue
  const bytes = [...Buffer.from(hex, 'hex')]
  for (const signal of signals) {
    const spn = Number(/^S(\d+)_/.exec(signal.name)[1])
    let sum = sums.get(spn)
    if (!sum) sums.set(spn, (sum = [0, 0n]))
    sum[0]++
    sum[1] += BigInt(can.decodeSignal(bytes, signal).rawValue)
  }
}
const lines = [...sums].sort((a, b) => a[0] - b[0]).map(([spn, [n, sum]]) => `S${spn}\t${n}\t${sum}\n`)
writeFileSync(out, lines.join(''))
