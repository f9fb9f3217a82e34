import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useSearchParams } from 'react-router'
import type uPlot from 'uplot'
import { type AlignView, get, type Difference, type RecordingWhole } from '../api/client'
import { useJob } from '../job/jobContext'
import { Why, WhyPart } from '../job/Why'
import { Plot } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { useConversion, useShow } from '../shared/quantity'
import type { WatchChannel } from './types'
import { columnsOf, converted, type WindowView } from './windows'
import { clock, texts } from './words'

type By = 'START' | 'MARKER' | 'THRESHOLD' | 'FIT'
const COLUMNS = 700

/** Two recordings laid over each other, with their differences over an interval. */
export function CompareRecordings() {
  const { job } = useJob()
  const [params] = useSearchParams()
  const first = Number(params.get('first'))
  const second = Number(params.get('second'))
  const [by, setBy] = useState<By>('START')
  const [channel, setChannel] = useState('')
  const [threshold, setThreshold] = useState('1000')
  const [window, setWindow] = useState<[number, number] | null>(null)
  const a = useRecording(first)
  const b = useRecording(second)
  const both = (a.data?.channels ?? []).filter((c) =>
    b.data?.channels.some((x) => x.id === c.id),
  ) as unknown as WatchChannel[]
  const on = channel || (both.find((c) => c.spn === 190) ?? both[0])?.id || ''
  const align = useQuery({
    queryKey: ['alignment', first, second, by, on, by === 'THRESHOLD' ? threshold : ''],
    queryFn: () =>
      get<AlignView>(
        `/api/recordings/${first}/alignment?with=${second}&by=${by}&channel=${encodeURIComponent(on)}&threshold=${threshold}`,
      ),
    enabled: on !== '',
    retry: false,
  })
  const later = align.data?.laterSeconds ?? 0
  const end = Math.max(a.data?.head.seconds ?? 0, (b.data?.head.seconds ?? 0) + later)
  const [from, to] = window ?? [Math.min(0, later), end]
  const drawn = both.filter((c) => c.id === on || [190, 102, 92, 157, 84].includes(c.spn)).slice(0, 4)
  const differences = useQuery({
    queryKey: ['differences', first, second, later, from, to],
    queryFn: () =>
      get<Difference[]>(
        `/api/recordings/${first}/differences?with=${second}&later=${later}&from=${from}&to=${to}`,
      ),
    enabled: both.length > 0,
  })
  if (a.error ?? b.error) return <ProblemBox problem={a.error ?? b.error} />
  if (!a.data || !b.data) return <p className="text-ink-2">{texts.oneMoment}</p>
  return (
    <>
      <div className="mb-2 flex flex-wrap items-center gap-4">
        <h1>{texts.twoRecordings}</h1>
        <p className="text-ink-2">
          <b className="font-semibold text-ink">{a.data.head.name}</b>
          {texts.lineAnd}
          <b className="font-semibold text-petrol">{b.data.head.name}</b>
          {texts.dashed}
        </p>
        <ButtonLink className="ml-auto" to={`/jobs/${job.id}/watch`}>
          {texts.allRecordings}
        </ButtonLink>
      </div>
      <div className="mb-2 flex flex-wrap items-end gap-3 border-y border-line py-2">
        <label className="flex flex-col">
          {texts.alignedAt}
          <Select value={by} onChange={(e) => setBy(e.target.value as By)}>
            <option value="START">{texts.theirStarts}</option>
            <option value="MARKER">{texts.theirFirstMarkers}</option>
            <option value="THRESHOLD">{texts.aValueThatBothPass}</option>
            <option value="FIT">{texts.whereTheyAreMostAlike}</option>
          </Select>
        </label>
        <label className="flex flex-col">
          {texts.by}
          <Select value={on} onChange={(e) => setChannel(e.target.value)}>
            {both.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </Select>
        </label>
        {by === 'THRESHOLD' && (
          <label className="flex flex-col">
            {texts.passing}
            <Input
              className="w-[110px]"
              inputMode="decimal"
              value={threshold}
              onChange={(e) => setThreshold(e.target.value)}
            />
          </label>
        )}
        {align.data && (
          <p className="pb-2 text-small text-ink-2" role="status">
            {texts.theSecondLiesByS(later >= 0 ? texts.later : texts.earlier, Math.abs(later).toFixed(1))}
            {align.data.fit != null && texts.likeness((100 * align.data.fit).toFixed(0))}.
          </p>
        )}
        {window && <Button onClick={() => setWindow(null)}>{texts.wholeRecording}</Button>}
      </div>
      <ProblemBox problem={align.error} />
      {both.length === 0 && <p>{texts.theyHoldNoValueInCommon}</p>}
      {drawn.map((c) => (
        <Overlay
          key={c.id}
          channel={c}
          first={first}
          second={second}
          later={later}
          from={from}
          to={to}
          onWindow={(x, y) => setWindow(x === null || y === null ? null : [x, y])}
        />
      ))}
      <Differences rows={differences.data ?? []} both={both} span={texts.to(clock(from), clock(to))} />
      <Why title={texts.twoRecordings}>
        <WhyPart head={texts.whatItIs}>{texts.theSameValuesOfTwoRuns}</WhyPart>
        <WhyPart head={texts.comparable}>{texts.onlyWhatRanAtLikeLoad}</WhyPart>
        <WhyPart head={texts.next}>{texts.dragAWindowTheTableBelow}</WhyPart>
      </Why>
    </>
  )
}

function useRecording(id: number) {
  return useQuery({
    queryKey: ['recording', id],
    queryFn: () => get<RecordingWhole>(`/api/recordings/${id}`),
    enabled: id > 0,
  })
}

function Overlay({
  channel,
  first,
  second,
  later,
  from,
  to,
  onWindow,
}: {
  channel: WatchChannel
  first: number
  second: number
  later: number
  from: number
  to: number
  onWindow: (a: number | null, b: number | null) => void
}) {
  const way = useConversion()(channel.unit)
  const a = useWindow(first, channel.id, from, to)
  const b = useWindow(second, channel.id, from - later, to - later)
  const [x, , high] = converted(columnsOf(a, channel), way)
  const [, , other] = converted(columnsOf(b, channel), way)
  const mine = Array.from(high ?? [])
  const data = [x, mine, mine.map((_, i) => other?.[i] ?? null)] as uPlot.AlignedData
  const unit = way.unit === '1' ? '' : way.unit
  return (
    <figure className="mb-1">
      <figcaption className="text-small">
        <b className="font-semibold">{channel.name}</b> <span className="text-ink-3">{unit}</span>
      </figcaption>
      <Plot
        data={data}
        series={[
          { label: 'first', unit },
          { label: 'second', unit, tone: '--petrol', dash: [8, 5] },
        ]}
        height={150}
        name={`${channel.name} of both recordings`}
        syncKey="compare"
        onWindow={onWindow}
      />
    </figure>
  )
}

function useWindow(id: number, channel: string, from: number, to: number): WindowView | undefined {
  const { data } = useQuery({
    queryKey: ['window', id, channel, from, to],
    queryFn: () =>
      get<WindowView[]>(
        `/api/recordings/${id}/window?channels=${encodeURIComponent(channel)}&from=${from}&to=${to}&columns=${COLUMNS}`,
      ),
    enabled: to > from,
  })
  return data?.[0]
}

function Differences({ rows, both, span }: { rows: Difference[]; both: WatchChannel[]; span: string }) {
  const show = useShow()
  const known = rows.filter((r) => r.first?.mean != null && r.second?.mean != null)
  return (
    <section aria-label={texts.differences} className="mt-5">
      <h2 className="mb-1">{texts.differences2(span)}</h2>
      <table className="w-full text-small">
        <thead>
          <tr className="border-b border-line-strong text-right text-fine text-ink-3">
            <th className="text-left font-medium">{texts.value}</th>
            <th className="font-medium">{texts.firstMean}</th>
            <th className="font-medium">{texts.secondMean}</th>
            <th className="font-medium">{texts.difference}</th>
            <th className="font-medium">{texts.maxFirst}</th>
            <th className="font-medium">{texts.maxSecond}</th>
          </tr>
        </thead>
        <tbody>
          {known.map((r) => {
            const decimals = (both.find((c) => c.id === r.channel)?.decimals ?? 0) + 1
            const f = (v: number | null | undefined) => (v == null ? '' : show(v, r.unit, decimals).figure)
            const gap = (r.second?.mean ?? 0) - (r.first?.mean ?? 0)
            const base = Math.abs(r.first?.mean ?? 0)
            return (
              <tr key={r.channel} className="border-b border-line text-right">
                <td className="py-1 text-left">
                  {r.name} <span className="text-ink-3">{r.unit === '1' ? '' : show(0, r.unit, 0).unit}</span>
                </td>
                <td>{f(r.first?.mean)}</td>
                <td>{f(r.second?.mean)}</td>
                <td>{base > 0 ? `${((100 * gap) / base).toFixed(1)} %` : ''}</td>
                <td>{f(r.first?.max)}</td>
                <td>{f(r.second?.max)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}
