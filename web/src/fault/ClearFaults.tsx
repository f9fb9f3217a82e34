import { Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { keepPreviousData, useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { type FaultsView, get, post } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

/** Clearing, with what it would destroy said first. A full read is stored before by itself. */
export function ClearFaults({
  job,
  view,
  open,
  onOpenChange,
}: {
  job: number
  view: FaultsView
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const [module, setModule] = useState('')
  const [fault, setFault] = useState('')
  const [understood, setUnderstood] = useState(false)
  const warnings = useQuery({
    queryKey: ['clear-warnings', job, view.readId, module, fault],
    queryFn: () =>
      get<string[]>(
        `/api/jobs/${job}/faults/clear-warnings?${new URLSearchParams({ module, fault }).toString()}`,
      ),
    placeholderData: keepPreviousData,
    enabled: open,
  })
  const clear = useMutation({
    mutationFn: () =>
      post(`/api/jobs/${job}/faults/clear`, { modules: module ? [module] : [], fault: fault || null }),
    onSuccess: () => {
      setUnderstood(false)
      onOpenChange(false)
    },
  })
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={texts.clearFaults}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          clear.mutate()
        }}
      >
        <p>{texts.allFaultsAreReadAndStored}</p>
        <ul className="flex flex-col gap-2">
          {(warnings.data ?? []).map((w) => (
            <li key={w} className="border-l-4 border-ink px-3 py-1 font-medium">
              {w}
            </li>
          ))}
        </ul>
        <label className="flex flex-col gap-1">
          {texts.whichModules}
          <Select
            value={module}
            onChange={(e) => {
              setModule(e.target.value)
              setFault('')
            }}
          >
            <option value="">{texts.allThatKeepAFault}</option>
            {view.modules
              .filter((m) => m.read && m.faults > 0)
              .map((m) => (
                <option key={m.key} value={m.key}>
                  {texts.only(m.title, m.faults)}
                </option>
              ))}
          </Select>
        </label>
        {module && (
          <label className="flex flex-col gap-1">
            {texts.whichOfItsFaults}
            <Select value={fault} onChange={(e) => setFault(e.target.value)}>
              <option value="">{texts.allItsFaults}</option>
              {view.faults
                .filter((f) => f.module === module)
                .map((f) => (
                  <option key={f.key} value={f.key}>
                    {texts.onlyThisFault(texts.spnFmi(f.spn, f.fmi), f.component, f.mode)}
                  </option>
                ))}
            </Select>
            <span className="text-small text-ink-2">{texts.theOthersKeepTheirFreezeFrames}</span>
          </label>
        )}
        <label className="flex min-h-11 items-center gap-3">
          <input
            type="checkbox"
            className="h-6 w-6"
            checked={understood}
            onChange={(e) => setUnderstood(e.target.checked)}
          />
          {texts.iHaveReadWhatThisDoes}
        </label>
        <ProblemBox problem={warnings.error ?? clear.error} />
        <span className="flex gap-3">
          <Button main disabled={!understood || clear.isPending}>
            {texts.readClearReadAgain}
          </Button>
          <Button type="button" onClick={() => onOpenChange(false)}>
            {texts.clearNothing}
          </Button>
        </span>
      </form>
    </Panel>
  )
}
