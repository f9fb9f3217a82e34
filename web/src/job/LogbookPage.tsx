import { Button } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useMe } from '../account/me'
import { call, get, type Job, type LogEntry, post } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { useShow } from '../shared/quantity'
import { useSaid } from '../shared/said'
import { useRef } from 'react'
import { useJob } from './jobContext'
import { Why, WhyPart } from './Why'
import { texts } from './words'

const state = (job: Job) =>
  job.state === 'CASE' ? texts.fromACaseToRead : job.state === 'OPEN' ? texts.open3 : texts.closed2

/** Everything that happened in the job, newest first. */
export function LogbookPage() {
  const { job } = useJob()
  const me = useMe()
  const queries = useQueryClient()
  const show = useShow()
  const said = useSaid()
  const turn = useMutation({
    mutationFn: (state: string) => post<Job>(`/api/jobs/${job.id}/state`, { state }),
    onSuccess: (now) => queries.setQueryData(['job', job.id], now),
  })
  const file = useRef<HTMLInputElement>(null)
  const photo = useMutation({
    mutationFn: (picture: File) => {
      const form = new FormData()
      form.set('file', picture)
      return call<LogEntry>('POST', `/api/jobs/${job.id}/photos`, form)
    },
  })
  const { data, error } = useQuery({
    queryKey: ['logbook', job.id],
    queryFn: () => get<LogEntry[]>(`/api/jobs/${job.id}/logbook`),
  })
  return (
    <>
      <div className="mb-3 flex items-center gap-4">
        <h1>{texts.logbook}</h1>
        <p className="text-ink-2">{texts.jobIs(job.number, state(job))}</p>
        {me.rights.includes('NOTE') && (
          <>
            <input
              ref={file}
              type="file"
              className="sr-only"
              aria-label={texts.photoForTheLogbook}
              accept="image/jpeg,image/png,image/webp"
              onChange={(e) => {
                const picture = e.target.files?.[0]
                if (picture) photo.mutate(picture)
                e.target.value = ''
              }}
            />
            <Button className="ml-auto" disabled={photo.isPending} onClick={() => file.current?.click()}>
              {photo.isPending ? texts.storingThePhoto : texts.addAPhoto}
            </Button>
          </>
        )}
        {me.rights.includes('COMMAND') && job.state !== 'CASE' && (
          <Button onClick={() => turn.mutate(job.state === 'OPEN' ? 'CLOSED' : 'OPEN')}>
            {job.state === 'OPEN' ? texts.closeThisJob : texts.openItAgain}
          </Button>
        )}
      </div>
      <ProblemBox problem={error ?? turn.error ?? photo.error} />
      <table className="w-full">
        <thead>
          <tr className="border-b border-line-strong text-left text-ink-2">
            <th className="py-2 pr-4 font-medium">{texts.time}</th>
            <th className="pr-4 font-medium whitespace-nowrap">{texts.engineHours}</th>
            <th className="pr-4 font-medium">{texts.what}</th>
            <th className="font-medium">{texts.who}</th>
          </tr>
        </thead>
        <tbody>
          {data?.map((e) => {
            const hours = e.hours == null ? null : show(e.hours, 'h', 1)
            return (
              <tr key={e.id} className="border-b border-line align-top">
                <td className="py-2 pr-4 whitespace-nowrap">
                  {new Date(e.at).toLocaleString([], { dateStyle: 'short', timeStyle: 'medium' })}
                </td>
                <td className="py-2 pr-4 whitespace-nowrap">
                  {hours ? `${hours.figure} ${hours.unit}` : texts.notKnown}
                </td>
                <td className="py-2 pr-4">
                  {said(e.text)}
                  {e.kind === 'PHOTO' && (
                    <a href={`/api/jobs/${job.id}/photos/${e.id}`} target="_blank" rel="noreferrer">
                      <img
                        className="mt-1 max-h-[140px]"
                        src={`/api/jobs/${job.id}/photos/${e.id}`}
                        alt={said(e.text)}
                      />
                    </a>
                  )}
                </td>
                <td className="py-2 whitespace-nowrap">{e.who ?? texts.hitchLamp}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
      <Why title={texts.theLogbook}>
        <WhyPart head={texts.whatItIs}>{texts.everyReadCommandAndNoteOf}</WhyPart>
        <WhyPart head={texts.next}>{texts.typeANoteAtTheBottom}</WhyPart>
      </Why>
    </>
  )
}
