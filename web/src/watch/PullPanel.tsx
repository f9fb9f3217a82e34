import { Mark } from '../shared/Mark'
import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useQuery } from '@tanstack/react-query'
import { memo, useState } from 'react'
import type uPlot from 'uplot'
import { get, type PullResult } from '../api/client'
import { Plot } from '../shared/Plot'
import { ProblemBox } from '../shared/ProblemBox'
import { useConversion } from '../shared/quantity'
import { count } from '../shared/words'
import { texts } from './words'

const JUDGED: Record<PullResult['judgement'], string> = {
  AS_REFERENCE: texts.asReference,
  BELOW_REFERENCE: texts.belowReference,
  CANNOT_TELL: texts.cannotTell,
}

/** Full-pedal pulls in a recording: power over speed with what it can be off by. */
export const PullPanel = memo(function PullPanel({ recording }: { recording: number }) {
  const [mass, setMass] = useState('27000')
  const [off, setOff] = useState('3')
  const [grade, setGrade] = useState('0')
  const [asked, setAsked] = useState('')
  const convert = useConversion()
  const { data, error, isFetching } = useQuery({
    queryKey: ['pulls', recording, asked],
    queryFn: () => get<PullResult>(`/api/recordings/${recording}/pulls?${asked}`),
    enabled: asked !== '',
    retry: false,
  })
  const kw = convert('kW')
  const judged = data?.pulls.filter((p) => p.judged) ?? []
  const points = judged.flatMap((p) => p.points)
  const rpms = [...new Set(points.map((p) => Math.round(p.rpm / 100) * 100))].sort((a, b) => a - b)
  const mean = (rpm: number, of: 'kw' | 'off' | 'referenceKw') => {
    const at = points.filter((p) => Math.round(p.rpm / 100) * 100 === rpm && Number.isFinite(p[of]))
    return at.length === 0 ? null : (at.reduce((n, p) => n + p[of], 0) / at.length) * kw.factor
  }
  return (
    <section aria-label={texts.powerPull} className="mt-6">
      <h2 className="mb-1">{texts.powerPull}</h2>
      <form
        className="mb-2 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault()
          setAsked(`massKg=${mass}&massOffPercent=${off}&gradePercent=${grade}`)
        }}
      >
        <label className="flex flex-col">
          {texts.massWithLoadKg}
          <Input
            className="w-[130px]"
            inputMode="decimal"
            value={mass}
            onChange={(e) => setMass(e.target.value)}
          />
        </label>
        <label className="flex flex-col">
          ±, %
          <Input
            className="w-[90px]"
            inputMode="decimal"
            value={off}
            onChange={(e) => setOff(e.target.value)}
          />
        </label>
        <label className="flex flex-col">
          {texts.riseOfTheRoad}
          <Input
            className="w-[90px]"
            inputMode="decimal"
            value={grade}
            onChange={(e) => setGrade(e.target.value)}
          />
        </label>
        <Button disabled={isFetching}>{texts.findThePulls}</Button>
      </form>
      <ProblemBox problem={error} />
      {data && (
        <>
          <p className="mb-1 text-large" role="status">
            <Mark look={data.judgement === 'BELOW_REFERENCE' ? 'filled' : ''} className="mr-2">
              {JUDGED[data.judgement]}
            </Mark>
            {data.says}
          </p>
          <p className="mb-2 text-ink-2">{data.next}</p>
          {data.pulls.length > 0 && (
            <table className="mb-3 text-small">
              <thead>
                <tr className="border-b border-line-strong text-left text-fine text-ink-3">
                  <th className="pr-4 font-medium">{texts.pull}</th>
                  <th className="pr-4 text-right font-medium">{texts.gear}</th>
                  <th className="pr-4 text-right font-medium">{texts.from}</th>
                  <th className="pr-4 text-right font-medium">{texts.to2}</th>
                  <th className="pr-4 text-right font-medium">
                    {Number.isFinite(data.lowRpm) ? texts.toRpm(data.lowRpm, data.highRpm) : texts.between}
                  </th>
                </tr>
              </thead>
              <tbody>
                {data.pulls.map((p, i) => (
                  <tr key={p.fromMicros} className="border-b border-line">
                    <td className="py-1">{i + 1}</td>
                    <td className="pr-4 text-right">{p.gear || texts.notKnown}</td>
                    <td className="pr-4 text-right">{texts.rpm(Math.round(p.fromRpm))}</td>
                    <td className="pr-4 text-right">{texts.rpm(Math.round(p.toRpm))}</td>
                    <td className="pr-4 text-right">
                      {!p.judged
                        ? texts.tooShort
                        : Number.isFinite(p.between)
                          ? `${p.between.toFixed(1)} s`
                          : texts.notPassed}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
          {rpms.length > 1 && (
            <figure>
              <figcaption className="text-small">
                <b className="font-semibold">{texts.powerAtTheCrank}</b>
                {texts.inOverEngineSpeedMeanOf(kw.unit, count(judged.length, 'pull'))}
              </figcaption>
              <Plot
                data={
                  [
                    rpms,
                    rpms.map((r) => mean(r, 'kw')),
                    rpms.map((r) => sum(mean(r, 'kw'), mean(r, 'off'), 1)),
                    rpms.map((r) => sum(mean(r, 'kw'), mean(r, 'off'), -1)),
                    rpms.map((r) => mean(r, 'referenceKw')),
                  ] as uPlot.AlignedData
                }
                series={[
                  { label: 'power', unit: kw.unit },
                  { label: texts.atMost, unit: kw.unit, tone: '--line-strong' },
                  { label: 'min', unit: kw.unit, tone: '--line-strong' },
                  { label: 'reference', unit: kw.unit, tone: '--petrol', dash: [8, 6] },
                ]}
                height={260}
                name="Power over engine speed with its uncertainty and the reference"
                xLabel={texts.engineSpeedRpm}
              />
            </figure>
          )}
        </>
      )}
    </section>
  )
})

function sum(a: number | null, b: number | null, sign: number): number | null {
  return a === null || b === null ? null : a + sign * b
}
