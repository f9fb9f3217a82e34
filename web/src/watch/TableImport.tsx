import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { call, type CsvMap, type RecordingHead, type TableLook } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

const SEPARATORS: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab', '|': 'bar' }

function form(file: File, map?: CsvMap): FormData {
  const f = new FormData()
  f.append('file', file)
  if (map) f.append('map', JSON.stringify(map))
  return f
}

/** How a table of another program is read: looked at, put right, remembered for the next of its kind. */
export function TableImport({
  job,
  file,
  onClose,
  onAdded,
}: {
  job: number
  file: File
  onClose: () => void
  onAdded: (id: number) => void
}) {
  const look = useQuery({
    queryKey: ['table', file.name, file.size, file.lastModified],
    queryFn: () => call<TableLook>('POST', `/api/jobs/${job}/tables/look`, form(file)),
    retry: false,
    gcTime: 0,
  })
  const [edited, setEdited] = useState<CsvMap | undefined>()
  const map = edited ?? look.data?.map
  const add = useMutation({
    mutationFn: () => call<RecordingHead>('POST', `/api/jobs/${job}/tables`, form(file, map)),
    onSuccess: (head) => onAdded(head.id),
  })
  const change = (part: Partial<CsvMap>) => map && setEdited({ ...map, ...part })
  const lines = look.data?.lines.slice(0, 4) ?? []
  return (
    <Panel open onOpenChange={(open) => !open && onClose()} title={texts.add(file.name)}>
      {look.isPending && <p className="text-ink-2">{texts.lookingAtIt}</p>}
      <ProblemBox problem={look.error ?? add.error} />
      {map && (
        <form
          className="flex flex-col gap-4"
          onSubmit={(e) => {
            e.preventDefault()
            add.mutate()
          }}
        >
          <p className="text-ink-2">
            {look.data?.remembered ? texts.readAsTheLastTableWith : texts.guessedFromItsFirstLinesPut}
          </p>
          <pre className="overflow-auto border border-line bg-sheet p-2 text-fine">{lines.join('\n')}</pre>
          <div className="flex flex-wrap gap-3">
            <label>
              {texts.fieldsSeparatedBy}
              <Select value={map.separator} onChange={(e) => change({ separator: e.target.value })}>
                {Object.entries(SEPARATORS).map(([c, word]) => (
                  <option key={word} value={c}>
                    {word}
                  </option>
                ))}
              </Select>
            </label>
            <label>
              {texts.decimalsBehind}
              <Select
                value={map.decimalComma ? 'comma' : 'point'}
                onChange={(e) => change({ decimalComma: e.target.value === 'comma' })}
              >
                <option value="point">{texts.aPoint}</option>
                <option value="comma">{texts.aComma}</option>
              </Select>
            </label>
            <label>
              {texts.timeIsIn}
              <Select value={map.time} onChange={(e) => change({ time: e.target.value as CsvMap['time'] })}>
                <option value="SECONDS">{texts.seconds}</option>
                <option value="MILLISECONDS">{texts.milliseconds}</option>
                <option value="MICROSECONDS">{texts.microseconds}</option>
                <option value="CLOCK">{texts.hoursMinutesSeconds}</option>
              </Select>
            </label>
            <label>
              {texts.noValueIsWrittenAs}
              <Input
                value={map.missing.join(' ')}
                onChange={(e) => change({ missing: e.target.value.split(' ').filter(Boolean) })}
              />
            </label>
          </div>
          <table className="text-small">
            <thead>
              <tr className="text-left text-fine text-ink-3">
                <th className="font-medium">{texts.column}</th>
                <th className="font-medium">{texts.unit}</th>
                <th className="font-medium">{texts.spnIfKnown}</th>
                <th />
              </tr>
            </thead>
            <tbody>
              {map.columns.map((c, i) => (
                <tr key={c.number} className="border-t border-line">
                  <td className="py-1 pr-3">{c.name}</td>
                  <td className="pr-3">{c.unit.replaceAll('_', ' ').toLowerCase()}</td>
                  <td>
                    <Input
                      className="w-[100px]"
                      aria-label={texts.spnOf(c.name)}
                      inputMode="numeric"
                      value={c.spn || ''}
                      onChange={(e) =>
                        change({
                          columns: map.columns.map((x, at) =>
                            at === i ? { ...x, spn: Number(e.target.value) || 0 } : x,
                          ),
                        })
                      }
                    />
                  </td>
                  <td>
                    <Button
                      type="button"
                      onClick={() => change({ columns: map.columns.filter((_, at) => at !== i) })}
                    >
                      {texts.leaveOut}
                    </Button>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <span className="flex gap-3">
            <Button main disabled={add.isPending || map.columns.length === 0}>
              {texts.addItAsARecording}
            </Button>
            <Button type="button" onClick={onClose}>
              {texts.leaveIt}
            </Button>
          </span>
        </form>
      )}
    </Panel>
  )
}
