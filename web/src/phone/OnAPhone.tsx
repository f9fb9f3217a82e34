import { useMutation } from '@tanstack/react-query'
import qrcode from 'qrcode-generator'
import { useState } from 'react'
import { type PhonePairing, post, remove } from '../api/client'
import { Button } from '../shared/Button'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { useSettings } from '../shared/settings'
import { texts } from './words'

/** Pairs a phone with the tests of a job: a code to be scanned. */
export function OnAPhone({ job }: { job: number }) {
  const [open, setOpen] = useState(false)
  const { units } = useSettings()
  const pair = useMutation({ mutationFn: () => post<PhonePairing>(`/api/jobs/${job}/phone`) })
  const forget = useMutation({
    mutationFn: () => remove(`/api/jobs/${job}/phone`),
    onSuccess: () => setOpen(false),
  })
  const url = pair.data && `${pair.data.url}?units=${units}`
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true)
          pair.mutate()
        }}
      >
        {texts.onAPhone}
      </Button>
      <Panel open={open} onOpenChange={setOpen} title={texts.onAPhone}>
        <ProblemBox problem={pair.error ?? forget.error} />
        {url && (
          <>
            <p className="mb-4">{texts.scanIt}</p>
            <Code text={url} />
            <p className="my-3 text-small break-all text-ink-2">{url}</p>
            <Button onClick={() => forget.mutate()}>{texts.forget}</Button>
          </>
        )}
      </Panel>
    </>
  )
}

/** A QR code (ISO/IEC 18004), black on white by day and by night: readers want it so. */
function Code({ text }: { text: string }) {
  const code = qrcode(0, 'M')
  code.addData(text)
  code.make()
  const n = code.getModuleCount()
  let path = ''
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) if (code.isDark(y, x)) path += `M${x + 4} ${y + 4}h1v1h-1z`
  }
  return (
    <svg
      role="img"
      aria-label={texts.code}
      viewBox={`0 0 ${n + 8} ${n + 8}`}
      className="w-[300px] max-w-full"
      shapeRendering="crispEdges"
    >
      <rect width={n + 8} height={n + 8} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  )
}
