import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useMe } from '../account/me'
import { call, get, type RecordingHead } from '../api/client'
import { ProblemBox } from '../shared/ProblemBox'
import { count } from '../shared/words'
import { TableImport } from './TableImport'
import { clock } from './words'

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
    <section aria-label="Recordings" className="mt-6">
      <div className="mb-1 flex flex-wrap items-center gap-2">
        <h2 className="mr-auto">Recordings</h2>
        <button
          className="btn"
          disabled={pair.length !== 2}
          onClick={() => void navigate(`/jobs/${job}/watch/compare?first=${pair[0]}&second=${pair[1]}`)}
        >
          Lay two over each other
        </button>
        {me.rights.includes('READ') && (
          <>
            <button className="btn" onClick={() => csv.current?.click()}>
              Add a table (CSV)
            </button>
            <button className="btn" onClick={() => dbc.current?.click()}>
              Add a DBC
            </button>
            <a className="btn" href={`/api/jobs/${job}/parameters.dbc`} download={`parameters-${job}.dbc`}>
              DBC out
            </a>
          </>
        )}
        <input
          ref={csv}
          type="file"
          hidden
          aria-label="Table of another program"
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
          aria-label="Parameters as DBC"
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
          {count(parameters.data.parameters, 'parameter')} added; hook up anew to read by them.
          {parameters.data.leftOut.length > 0 &&
            ` Left out: ${parameters.data.leftOut.slice(0, 5).join(' ')}`}
        </p>
      )}
      {rows.length === 0 ? (
        <p className="text-ink-2">
          None yet. Record while the unit is hooked up, or add a table of another program.
        </p>
      ) : (
        <table className="w-full text-[15px]">
          <thead>
            <tr className="border-b border-line-strong text-left text-[14px] text-ink-3">
              <th className="w-11 py-1 font-medium">Take</th>
              <th className="py-1 font-medium">Recording</th>
              <th className="py-1 text-right font-medium">Length</th>
              <th className="py-1 text-right font-medium">Values</th>
              <th className="py-1 pl-4 font-medium">Began</th>
              <th className="py-1 font-medium">Ended</th>
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
                      aria-label={`Take ${r.name} for a comparison`}
                      checked={pair.includes(r.id)}
                      onChange={() => take(r.id)}
                    />
                  </label>
                </td>
                <td>
                  <Link className="text-petrol underline" to={`/jobs/${job}/watch/recordings/${r.id}`}>
                    {r.name}
                  </Link>
                  {r.job !== job && <span className="ml-2 text-ink-3">an earlier job</span>}
                </td>
                <td className="text-right">{r.seconds == null ? 'goes on' : clock(r.seconds)}</td>
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
