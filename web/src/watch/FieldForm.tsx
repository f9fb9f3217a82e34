import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type FieldSample, get, type Measure, post, type UnknownGroup } from '../api/client'
import { Button } from '../shared/Button'
import { Input, Select } from '../shared/Field'
import { Plot } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

const EVERY_MILLIS = 1000
const WIDTHS = [1, 2, 4, 8, 10, 12, 16, 24, 32]

/**
 * A field of a group: what it told lately, and its keeping as a parameter.
 *
 * @param byte where it begins, counted from 0
 * @param onKept told once it is kept
 */
export function FieldForm({
  job,
  group,
  byte,
  may,
  onKept,
}: {
  job: number
  group: UnknownGroup
  byte: number
  may: boolean
  onKept: () => void
}) {
  const [bit, setBit] = useState(1)
  const [bits, setBits] = useState(8)
  const [scale, setScale] = useState('1')
  const [offset, setOffset] = useState('0')
  const [unit, setUnit] = useState('1')
  const [name, setName] = useState('')
  const measures = useQuery({
    queryKey: ['quantities'],
    queryFn: () => get<Measure[]>('/api/quantities'),
    staleTime: Infinity,
  })
  const startBit = byte * 8 + bit - 1
  const factor = Number(scale.replace(',', '.'))
  const zero = Number(offset.replace(',', '.'))
  const sound = Number.isFinite(factor) && factor !== 0 && Number.isFinite(zero)
  const samples = useQuery({
    queryKey: ['samples', job, group.source, group.pgn, startBit, bits, factor, zero],
    queryFn: () =>
      get<FieldSample[]>(
        `/api/jobs/${job}/unknown/${group.source}/${group.pgn}?startBit=${startBit}&bits=${bits}&scale=${factor}&offset=${zero}`,
      ),
    enabled: sound,
    refetchInterval: EVERY_MILLIS,
    placeholderData: (before) => before,
  })
  const keep = useMutation({
    mutationFn: () =>
      post(`/api/jobs/${job}/fields`, {
        name,
        pgn: group.pgn,
        startBit,
        bits,
        scale: factor,
        offset: zero,
        unit,
      }),
    onSuccess: onKept,
  })
  const told = Array.isArray(samples.data) ? samples.data : []
  const figures = told.flatMap((s) => (typeof s.value === 'number' ? [s.value] : []))
  const last = told.at(-1)
  const label = measures.data?.find((m) => m.symbol === unit)?.symbol ?? ''
  const shown = (value: number) => Number(value.toPrecision(6)).toString()
  return (
    <section className="my-3 border border-line-strong bg-sheet p-4" aria-label={texts.keepAsParameter}>
      <h2 className="mb-3">
        {texts.aFieldOf(group.pgn, group.sender ? `${group.sender}, ${group.source}` : group.source)}
      </h2>
      <ProblemBox problem={samples.error ?? keep.error} />
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          keep.mutate()
        }}
      >
        <span className="pb-3">
          {texts.byteFromOne} <b className="font-semibold">{byte + 1}</b>
        </span>
        <label className="text-small">
          {texts.bitFromOne}
          <Select value={bit} onChange={(e) => setBit(Number(e.target.value))}>
            {[1, 2, 3, 4, 5, 6, 7, 8].map((b) => (
              <option key={b}>{b}</option>
            ))}
          </Select>
        </label>
        <label className="text-small">
          {texts.widthInBits}
          <Select value={bits} onChange={(e) => setBits(Number(e.target.value))}>
            {WIDTHS.map((b) => (
              <option key={b}>{b}</option>
            ))}
          </Select>
        </label>
        <label className="w-28 text-small">
          {texts.scale}
          <Input value={scale} inputMode="decimal" onChange={(e) => setScale(e.target.value)} />
        </label>
        <label className="w-28 text-small">
          {texts.offset}
          <Input value={offset} inputMode="decimal" onChange={(e) => setOffset(e.target.value)} />
        </label>
        <label className="text-small">
          {texts.unitOfField}
          <Select value={unit} onChange={(e) => setUnit(e.target.value)}>
            {(measures.data ?? []).map((m) => (
              <option key={m.symbol} value={m.symbol}>
                {m.symbol}
              </option>
            ))}
          </Select>
        </label>
        {may && (
          <>
            <label className="min-w-[22ch] grow text-small">
              {texts.nameOfField}
              <Input value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
            </label>
            <Button main disabled={!name.trim() || !sound || keep.isPending}>
              {texts.keepAsParameter}
            </Button>
          </>
        )}
      </form>
      <p className="mt-3 flex gap-6 tabular-nums" role="status">
        <span className="text-large font-semibold">
          {typeof last?.value === 'number'
            ? `${shown(last.value)} ${label === '1' ? '' : label}`
            : texts.noFigureNow}
        </span>
        {figures.length > 0 && (
          <span className="self-center text-ink-2">
            {texts.fieldFrom} {shown(Math.min(...figures))} {texts.fieldTo} {shown(Math.max(...figures))}
          </span>
        )}
        <span className="self-center text-ink-2">{texts.lowByteFirst}</span>
      </p>
      {told.length > 1 && (
        <Plot
          name={texts.aFieldOf(group.pgn, group.source)}
          height={150}
          data={[told.map((s) => s.seconds), told.map((s) => s.value ?? null)]}
          series={[{ label: name || texts.nameOfField, unit: label === '1' ? '' : label }]}
          compact
        />
      )}
    </section>
  )
}
