import { useQuery } from '@tanstack/react-query'
import { memo, useState } from 'react'
import { type ConversionResult, get } from '../api/client'
import { Button } from '../shared/Button'
import { Mark } from '../shared/Mark'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { texts } from './words'

const marks = { FAIL: texts.fail, PASS: texts.pass, CANNOT_TELL: texts.cannotTell }

/** Conversion over a recorded drive: verdict, what fails with its next step, steady stretches. */
export const ConversionPanel = memo(function ConversionPanel({ recording }: { recording: number }) {
  const [asked, setAsked] = useState(false)
  const show = useShow()
  const said = useSaid()
  const { data, error, isFetching } = useQuery({
    queryKey: ['conversion', recording],
    queryFn: () => get<ConversionResult>(`/api/recordings/${recording}/conversion`),
    enabled: asked,
    retry: false,
  })
  const of = (name: string, place: number) =>
    data?.figures.find((f) => f.name === name && f.place === place)?.value
  const stretches = data?.figures.filter((f) => f.name === 'stretch') ?? []
  return (
    <section aria-label={texts.conversion} className="mt-6">
      <h2 className="mb-1">{texts.conversion}</h2>
      <p className="mb-2 text-ink-2">{texts.bothGases}</p>
      <Button disabled={isFetching} onClick={() => setAsked(true)}>
        {texts.workItOut}
      </Button>
      <ProblemBox problem={error} />
      {data && (
        <>
          <p className="mt-2 mb-1 text-large" role="status">
            <Mark look={data.verdict === 'FAIL' ? 'filled' : ''} className="mr-2">
              {marks[data.verdict]}
            </Mark>
            {said(data.says)}
          </p>
          {data.parts.length === 0 && <p className="mb-2 text-ink-2">{said(data.next)}</p>}
          {data.parts.length > 0 && (
            <ul className="mb-2">
              {data.parts.map((p) => (
                <li key={p.title}>
                  <b className="font-semibold">{p.title}</b> {said(p.says)}{' '}
                  <span className="text-ink-2">{said(p.next)}</span>
                </li>
              ))}
            </ul>
          )}
          {stretches.length > 0 && (
            <table className="mb-3 text-small">
              <thead>
                <tr className="border-b border-line-strong text-left text-fine text-ink-3">
                  <th className="pr-4 font-medium">{texts.steadyStretch}</th>
                  <th className="pr-4 text-right font-medium">{texts.converted}</th>
                  <th className="pr-4 text-right font-medium">{texts.gasBefore}</th>
                  <th className="pr-4 text-right font-medium">{texts.lasted}</th>
                </tr>
              </thead>
              <tbody>
                {stretches.map((s) => {
                  const celsius = of('stretch-celsius', s.place)
                  const gas = celsius === undefined ? undefined : show(celsius, '°C', 0)
                  return (
                    <tr key={s.place} className="border-b border-line">
                      <td className="py-1 pr-4">{s.place}</td>
                      <td className="pr-4 text-right">
                        {`${s.value.toFixed(0)} ± ${(s.plusMinus ?? 0).toFixed(1)} %`}
                      </td>
                      <td className="pr-4 text-right">{gas ? `${gas.figure} ${gas.unit}` : ''}</td>
                      <td className="pr-4 text-right">{`${(of('stretch-seconds', s.place) ?? 0).toFixed(0)} s`}</td>
                    </tr>
                  )
                })}
              </tbody>
            </table>
          )}
        </>
      )}
    </section>
  )
})
