import { Input } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { call, get, type LinkChoice, type LinkKind, type LogAdded, post } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { LinkAbilities } from './LinkAbilities'
import { SerialLinks } from './SerialLinks'
import { texts } from './words'

/** Choosing what the unit is connected through. */
export function LinkPicker({ job, unit }: { job: number; unit: string }) {
  const queries = useQueryClient()
  const { data, error, refetch } = useQuery({
    queryKey: ['links', job],
    queryFn: () => get<LinkChoice[]>(`/api/jobs/${job}/links`),
  })
  const kinds = useQuery({
    queryKey: ['link-kinds'],
    queryFn: () => get<LinkKind[]>('/api/link-kinds'),
    staleTime: Infinity,
  })
  const [host, setHost] = useState('127.0.0.1')
  const [port, setPort] = useState('29536')
  const [bus, setBus] = useState('can0')
  const [backbone, setBackbone] = useState('')
  const file = useRef<HTMLInputElement>(null)
  const hookUp = useMutation({ mutationFn: (link: string) => post(`/api/jobs/${job}/hook-up`, { link }) })
  const upload = useMutation({
    mutationFn: (log: File) => {
      const form = new FormData()
      form.set('file', log)
      return call<LogAdded>('POST', `/api/jobs/${job}/recordings`, form)
    },
    onSuccess: (added) => queries.setQueryData(['links', job], added.links),
  })
  const simulated = data?.filter((l) => l.kind === 'SIMULATED') ?? []
  // What belongs to this job comes first; the others are there for who looks for them.
  const own = simulated.filter((l) => l.title === unit)
  const others = simulated.filter((l) => l.title !== unit)
  const logs = data?.filter((l) => l.kind === 'LOG') ?? []
  const serial = data?.filter((l) => l.kind === 'SERIAL') ?? []
  const stored = data?.filter((l) => l.kind === 'STORED') ?? []
  return (
    <section aria-label={texts.link} className="flex flex-col gap-5">
      <ProblemBox problem={error ?? hookUp.error ?? upload.error} />
      {own.map((l) => (
        <div key={l.id}>
          <h2 className="mb-2">{texts.thisUnitSimulated}</h2>
          <Button main onClick={() => hookUp.mutate(l.id)} disabled={hookUp.isPending}>
            {texts.hookUpTo(l.title)}
          </Button>
        </div>
      ))}
      {others.length > 0 && (
        <details open={own.length === 0}>
          <summary className="min-h-11 cursor-pointer py-2 text-large font-semibold">
            {own.length > 0 ? texts.otherSimulatedUnits(others.length) : texts.simulatedUnits}
          </summary>
          <div className="flex flex-wrap gap-3">
            {others.map((l) => (
              <Button key={l.id} onClick={() => hookUp.mutate(l.id)} disabled={hookUp.isPending}>
                {texts.hookUpTo(l.title)}
              </Button>
            ))}
          </div>
        </details>
      )}
      <SerialLinks links={serial} onHookUp={(id) => hookUp.mutate(id)} onLook={() => void refetch()} />
      <form
        onSubmit={(e) => {
          e.preventDefault()
          const n2k = backbone.trim() ? `/n2k=${backbone.trim()}` : ''
          hookUp.mutate(`daemon/${host}:${port}/${bus.replace(/\s+/g, '')}${n2k}`)
        }}
      >
        <h2 className="mb-2">{texts.aRealUnitThroughACan}</h2>
        <p className="mb-2 max-w-[72ch] text-ink-2">{texts.theDaemonHasItsRate}</p>
        <div className="grid grid-cols-[2fr_1fr_2fr_2fr_auto] items-end gap-3">
          <label className="text-small">
            {texts.host}
            <Input required value={host} onChange={(e) => setHost(e.target.value)} />
          </label>
          <label className="text-small">
            {texts.port}
            <Input required inputMode="numeric" value={port} onChange={(e) => setPort(e.target.value)} />
          </label>
          <label className="text-small">
            {texts.busNamesTriedInTurn}
            <Input required value={bus} onChange={(e) => setBus(e.target.value)} />
          </label>
          <label className="text-small">
            {texts.vesselNetworkIfAny}
            <Input value={backbone} onChange={(e) => setBackbone(e.target.value)} />
          </label>
          <Button>{texts.hookUp}</Button>
        </div>
      </form>
      <div>
        <h2 className="mb-2">{texts.aRecording}</h2>
        <div className="flex flex-wrap gap-3">
          {logs.map((l) => (
            <Button key={l.id} onClick={() => hookUp.mutate(l.id)}>
              {texts.read(l.title)}
            </Button>
          ))}
          <input
            ref={file}
            type="file"
            className="sr-only"
            aria-label={texts.candumpLog}
            onChange={(e) => {
              const log = e.target.files?.[0]
              if (log) upload.mutate(log)
              e.target.value = ''
            }}
          />
          <Button onClick={() => file.current?.click()} disabled={upload.isPending}>
            {upload.isPending ? texts.loadingTheLog : texts.addACandumpLog}
          </Button>
        </div>
        {upload.data && (
          <p role="status" className="mt-2 max-w-[72ch]">
            {upload.data.says}
          </p>
        )}
      </div>
      {Array.isArray(kinds.data) && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 text-large font-semibold">
            {texts.whatEachLinkCanDo}
          </summary>
          <LinkAbilities
            links={kinds.data.map((k) => ({ title: texts.adapterKinds[k.kind as 'SERIAL'], able: k.able }))}
          />
        </details>
      )}
      {stored.length > 0 && (
        <div>
          <h2 className="mb-2">{texts.whatThisJobStored}</h2>
          <p className="mb-2 text-ink-2">{texts.replaysAnEarlierHookUpFrom}</p>
          <div className="flex flex-wrap gap-3">
            {stored.slice(0, 6).map((l) => (
              <Button key={l.id} onClick={() => hookUp.mutate(l.id)}>
                {l.title}
              </Button>
            ))}
          </div>
        </div>
      )}
    </section>
  )
}
