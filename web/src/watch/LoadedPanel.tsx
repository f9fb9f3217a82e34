import { useQuery } from '@tanstack/react-query'
import { memo, useState } from 'react'
import { get, type LoadedResult } from '../api/client'
import { Button } from '../shared/Button'
import { Mark } from '../shared/Mark'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { texts } from './words'

/** Pulls with each cylinder off in a recording: the crankcase pressure at equal load. */
export const LoadedPanel = memo(function LoadedPanel({ recording }: { recording: number }) {
  const [asked, setAsked] = useState(false)
  const show = useShow()
  const said = useSaid()
  const { data, error, isFetching } = useQuery({
    queryKey: ['loaded', recording],
    queryFn: () => get<LoadedResult>(`/api/recordings/${recording}/cutout-under-load`),
    enabled: asked,
    retry: false,
  })
  const of = (name: string, off: number) => data?.figures.find((f) => f.name === name && f.place === off)
  return (
    <section aria-label={texts.cutoutUnderLoad} className="mt-6">
      <h2 className="mb-1">{texts.cutoutUnderLoad}</h2>
      <p className="mb-2 text-ink-2">{texts.whichCylinderWasOff}</p>
      <Button disabled={isFetching} onClick={() => setAsked(true)}>
        {texts.compareThePulls}
      </Button>
      <ProblemBox problem={error} />
      {data && (
        <>
          <p className="mt-2 mb-1 text-large" role="status">
            <Mark look={data.verdict === 'FAIL' ? 'filled' : ''} className="mr-2">
              {data.verdict === 'FAIL' ? texts.fail : data.verdict === 'PASS' ? texts.pass : texts.cannotTell}
            </Mark>
            {said(data.says)}
          </p>
          <p className="mb-2 text-ink-2">{said(data.next)}</p>
          <table className="mb-3 text-small">
            <thead>
              <tr className="border-b border-line-strong text-left text-fine text-ink-3">
                <th className="pr-4 font-medium">{texts.wasOff}</th>
                <th className="pr-4 text-right font-medium">{texts.crankcaseAtEqualLoad}</th>
                <th className="pr-4 text-right font-medium">{texts.falls}</th>
              </tr>
            </thead>
            <tbody>
              {Array.from({ length: data.cylinders + 1 }, (_, off) => {
                const pressure = of('crankcase', off)
                const falls = of('cures', off)
                const shown = pressure && show(pressure.value, pressure.unit, 2)
                return (
                  <tr key={off} className="border-b border-line">
                    <td className="py-1 pr-4">{off === 0 ? texts.allFire : texts.cylinder(off)}</td>
                    <td className="pr-4 text-right">
                      {shown ? `${shown.figure} ${shown.unit}` : texts.notCompared}
                    </td>
                    <td
                      className={`pr-4 text-right ${falls?.verdict === 'FAIL' ? 'font-bold text-grave' : ''}`}
                    >
                      {falls ? `${falls.value.toFixed(0)} ± ${(falls.plusMinus ?? 0).toFixed(0)} %` : ''}
                    </td>
                  </tr>
                )
              })}
            </tbody>
          </table>
          {data.leftOut.length > 0 && (
            <>
              <h3 className="font-semibold">{texts.pullsLeftOut}</h3>
              <ul className="text-small">
                {data.leftOut.map((l, i) => (
                  <li key={i}>
                    {texts.pullLeftOut(
                      Math.round(l.fromSeconds),
                      l.off === 0 ? texts.allFire : texts.cylinder(l.off),
                      l.why,
                    )}
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  )
})
