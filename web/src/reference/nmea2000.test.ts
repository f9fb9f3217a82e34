import { FromPgn } from '@canboat/canboatjs'
import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'

/** The file that the core's decoder is held against says what this package decodes. */
const file = JSON.parse(readFileSync('../grade/src/test/resources/nmea2000/decoded.json', 'utf8')) as {
  messages: { pgn: number; data: string; fields: object }[]
}

it.each(file.messages)('decodes PGN $pgn, $data, as the file says', ({ pgn, data, fields }) => {
  const bytes = Buffer.from(data, 'hex')
  const head = { pgn, prio: 2, src: 40, dst: 255, timestamp: '2026-01-01T00:00:00Z' }
  const told: unknown = new FromPgn().parse({
    pgn: head,
    length: bytes.length,
    data: bytes,
    coalesced: false,
  })
  expect(JSON.parse(JSON.stringify(told))).toMatchObject({ fields })
})
