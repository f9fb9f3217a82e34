import { Button, ButtonAnchor } from '../shared/Button'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useMe } from '../account/me'
import { call, get, type RecordingHead } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { count } from '../shared/words'
import { TableImport } from './TableImport'
import { clock, texts } from './words'

/** Recordings of a job: opened, compared, and tables of other programs added. */
export function RecordingList({ job, unit }: { job: number; unit: number }) {
  const me = useMe()
  const navigate = useNavigate()
  const queries = useQueryClient()
  const [table, setTable] = useState<File | undefined>()
  const [pair, setPair] = useState<number[]>([])
  const csv = useRef<HTMLInputElement>(null)
  const dbc = useRef<HTMLInputElement>(null)
  const { data, error } = useQuery({
    queryKey: ['recordings', job],
    queryFn: () => get<RecordingHead[]>(`/api/jobs/${job}/recordings-made`),
  })
  const earlier = useQuery({
    queryKey: ['recordings-of-unit', unit],
    queryFn: () => get<RecordingHead[]>(`/api/units/${unit}/recordings`),
  })
  const parameters = useMutation({
    mutationFn: (file: File) => {
      const form = new FormData()
      form.append('file', file)
      return call<{ parameters: number; leftOut: string[] }>('POST', `/api/jobs/${job}/dbc`, form)
    },
  })
  const others = (earlier.data ?? []).filter((r) => r.job !== job)
  const rows = [...(data ?? []), ...others]
  const take = (id: number) =>
    setPair(pair.includes(id) ? pair.filter((p) => p !== id) : [...pair.slice(-1), id])
  return (
    <section aria-label={texts.recordings} className="mt-6">
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <h2 className="mr-auto">{texts.recordings}</h2>
        <Button
          disabled={pair.length !== 2}
          onClick={() => void navigate(`/jobs/${job}/watch/compare?first=${pair[0]}&second=${pair[1]}`)}
        >
          {texts.layTwoOverEachOther}
        </Button>
        {me.rights.includes('READ') && (
          <>
            <Button onClick={() => csv.current?.click()}>{texts.addATableCsv}</Button>
            <Button onClick={() => dbc.current?.click()}>{texts.addADbc}</Button>
            <ButtonAnchor href={`/api/jobs/${job}/parameters.dbc`} download={`parameters-${job}.dbc`}>
              {texts.dbcOut}
            </ButtonAnchor>
          </>
        )}
        <input
          ref={csv}
          type="file"
          hidden
          aria-label={texts.tableOfAnotherProgram}
          accept=".csv,.txt,text/csv"
          onChange={(e) => {
            setTable(e.target.files?.[0])
            e.target.value = ''
          }}
        />
        <input
          ref={dbc}
          type="file"
          hidden
          aria-label={texts.parametersAsDbc}
          accept=".dbc"
          onChange={(e) => {
            const file = e.target.files?.[0]
            if (file) parameters.mutate(file)
            e.target.value = ''
          }}
        />
      </div>
      <ProblemBox problem={error ?? parameters.error} />
      {parameters.data && (
        <p role="status" className="mb-2 border-l-4 border-petrol bg-sheet px-4 py-2">
          {texts.addedHookUpAnewToRead(count(parameters.data.parameters, 'parameter'))}
          {parameters.data.leftOut.length > 0 && texts.leftOut(parameters.data.leftOut.slice(0, 5).join(' '))}
        </p>
      )}
      {rows.length === 0 ? (
        <p className="text-ink-2">{texts.noneYetRecordWhileTheUnit}</p>
      ) : (
        <table className="w-full text-small">
          <thead>
            <tr className="border-b border-line-strong text-left text-fine text-ink-3">
              <th className="w-11 py-1 font-medium">{texts.take}</th>
              <th className="py-1 font-medium">{texts.recording}</th>
              <th className="py-1 text-right font-medium">{texts.length}</th>
              <th className="py-1 pl-3 text-right font-medium">{texts.values}</th>
              <th className="py-1 pl-4 font-medium">{texts.began}</th>
              <th className="py-1 font-medium">{texts.ended}</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr key={r.id} className="border-b border-line">
                <td>
                  <label className="grid h-10 w-11 place-items-center">
                    <input
                      type="checkbox"
                      className="h-5 w-5"
                      aria-label={texts.takeForAComparison(r.name)}
                      checked={pair.includes(r.id)}
                      onChange={() => take(r.id)}
                    />
                  </label>
                </td>
                <td>
                  <Link className="text-petrol underline" to={`/jobs/${job}/watch/recordings/${r.id}`}>
                    {r.name}
                  </Link>
                  {r.job !== job && <span className="ml-2 text-ink-3">{texts.anEarlierJob}</span>}
                </td>
                <td className="text-right">{r.seconds == null ? texts.goesOn : clock(r.seconds)}</td>
                <td className="text-right">{r.channels}</td>
                <td className="pl-4">
                  {new Date(r.beganAt).toLocaleString([], { dateStyle: 'short', timeStyle: 'short' })},{' '}
                  {r.why}
                </td>
                <td>{r.endedWhy}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {table && (
        <TableImport
          job={job}
          file={table}
          onClose={() => setTable(undefined)}
          onAdded={(id) => {
            setTable(undefined)
            void queries.invalidateQueries({ queryKey: ['recordings', job] })
            void navigate(`/jobs/${job}/watch/recordings/${id}`)
          }}
        />
      )}
    </section>
  )
}
