import { Mark } from '../shared/Mark'
import { Input, Select } from '../shared/Field'
import { Button } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { post, remove } from '../api/client'
import { Panel } from '../shared/Panel'
import { ProblemBox } from '../shared/ProblemBox'
import { count } from '../shared/words'
import type { RecorderState, WatchChannel } from './types'
import { clock, stages, texts } from './words'

/** Records everything from now on, with the ten seconds before. */
export function RecordNow({ job }: { job: number }) {
  const start = useMutation({
    mutationFn: () =>
      post(`/api/jobs/${job}/watch/recorders`, {
        name: texts.recordingOf(new Date().toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' })),
        preRollSeconds: 10,
        channels: [],
      }),
  })
  return (
    <>
      <Button main className="shrink-0" disabled={start.isPending} onClick={() => start.mutate()}>
        {texts.record}
      </Button>
      {start.error && (
        <Panel open onOpenChange={() => start.reset()} title={texts.notRecorded}>
          <ProblemBox problem={start.error} />
        </Panel>
      )}
    </>
  )
}

/** Shows how far recorders are, marks moments in them, stops them, and arms further ones. */
export function Recorders({
  job,
  recorders,
  channels,
  chosen,
  arming,
  onArming,
  may,
}: {
  job: number
  recorders: RecorderState[]
  channels: WatchChannel[]
  chosen: string[]
  arming: boolean
  onArming: (open: boolean) => void
  /** Whether this person may start and stop them. */
  may: boolean
}) {
  const [mark, setMark] = useState('')
  const marker = useMutation({
    mutationFn: () => post(`/api/jobs/${job}/watch/marker`, { text: mark.trim() || 'marked' }),
    onSuccess: () => setMark(''),
  })
  const running = recorders.filter((r) => r.stage !== 'ENDED')
  return (
    <section
      aria-label={texts.record}
      className={recorders.length > 0 ? 'mb-3 border-y border-line py-2' : ''}
    >
      {running.length > 0 && (
        <form
          className="flex gap-2"
          onSubmit={(e) => {
            e.preventDefault()
            marker.mutate()
          }}
        >
          <Input
            className="min-w-0 flex-1"
            aria-label={texts.whatHappensAtThisMoment}
            placeholder={texts.whatHappensNow}
            maxLength={200}
            value={mark}
            onChange={(e) => setMark(e.target.value)}
          />
          <Button>
            {texts.mark}
            <span className="kbd">m</span>
          </Button>
        </form>
      )}
      <ProblemBox problem={marker.error} />
      {recorders.length > 0 && (
        <ul className="mt-2">
          {recorders.map((r) => (
            <li key={r.number} className="flex min-h-11 items-center gap-3 border-t border-line text-small">
              <Mark look={r.stage === 'RECORDING' ? 'filled' : 'quiet'}>{stages[r.stage]}</Mark>
              <b className="font-semibold">{r.name}</b>
              <span className="text-ink-2">
                {r.stage === 'RECORDING' || r.stage === 'POST_ROLL'
                  ? texts.samples(clock(r.seconds), r.samples.toLocaleString())
                  : r.says}
                {r.lost > 0 && texts.lostTooManyWaitedForThe(r.lost)}
              </span>
              <span className="ml-auto flex gap-2">
                {r.stage === 'ENDED' && r.recordingId !== null && (
                  <ButtonLink to={`/jobs/${job}/watch/recordings/${r.recordingId}`}>
                    {texts.openIt}
                  </ButtonLink>
                )}
                {may && r.stage !== 'ENDED' && (
                  <Button onClick={() => void remove(`/api/jobs/${job}/watch/recorders/${r.number}`)}>
                    {r.stage === 'ARMED' ? texts.disarm : texts.stop}
                  </Button>
                )}
              </span>
            </li>
          ))}
        </ul>
      )}
      {running.length > 0 && (
        <p className="sr-only" aria-live="polite">
          {texts.recordersRunTheyGoOnWithout(running.length)}
        </p>
      )}
      <Arm job={job} open={arming} onOpenChange={onArming} channels={channels} chosen={chosen} />
    </section>
  )
}

interface Condition {
  channel: string
  above: boolean
  threshold: string
  engine: string
}

const FIRST: Condition = { channel: 'engine/91', above: true, threshold: '95', engine: '' }

function Arm({
  job,
  open,
  onOpenChange,
  channels,
  chosen,
}: {
  job: number
  open: boolean
  onOpenChange: (open: boolean) => void
  channels: WatchChannel[]
  chosen: string[]
}) {
  const [name, setName] = useState(texts.roadRun)
  const [conditions, setConditions] = useState<Condition[]>([FIRST])
  const [all, setAll] = useState(true)
  const [forSeconds, setFor] = useState('0')
  const [pre, setPre] = useState('10')
  const [most, setMost] = useState('60')
  const [again, setAgain] = useState(true)
  const [only, setOnly] = useState(false)
  const arm = useMutation({
    mutationFn: () =>
      post(`/api/jobs/${job}/watch/recorders`, {
        name,
        channels: only ? chosen : [],
        preRollSeconds: Number(pre),
        mostSeconds: Number(most),
        postRollSeconds: 0,
        again,
        start: {
          all,
          forSeconds: Number(forSeconds),
          conditions: conditions.map((c) => {
            if (c.engine) return { engine: c.engine, side: '' }
            const of = channels.find((x) => x.id === c.channel)
            return {
              channel: c.channel,
              name: of?.name ?? c.channel,
              above: c.above,
              threshold: Number(c.threshold),
              hysteresis: Math.abs(Number(c.threshold)) * 0.02,
              unit: of?.unit ?? '',
            }
          }),
        },
      }),
    onSuccess: () => onOpenChange(false),
  })
  const set = (i: number, part: Partial<Condition>) =>
    setConditions(conditions.map((c, at) => (at === i ? { ...c, ...part } : c)))
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={texts.armARecorder}>
      <form
        className="flex flex-col gap-4"
        onSubmit={(e) => {
          e.preventDefault()
          arm.mutate()
        }}
      >
        <p className="text-ink-2">{texts.itBeginsByItselfKeepsWhat}</p>
        <label>
          {texts.name}
          <Input required maxLength={120} value={name} onChange={(e) => setName(e.target.value)} />
        </label>
        <fieldset className="flex flex-col gap-2">
          <legend className="font-semibold">{texts.itBeginsWhen}</legend>
          {conditions.map((c, i) => (
            <div key={i} className="flex flex-wrap items-center gap-2">
              <Select
                className="w-[250px]"
                aria-label={texts.condition(i + 1)}
                value={c.engine ? `engine:${c.engine}` : c.channel}
                onChange={(e) =>
                  e.target.value.startsWith('engine:')
                    ? set(i, { engine: e.target.value.slice(7) })
                    : set(i, { engine: '', channel: e.target.value })
                }
              >
                <option value="engine:CRANKS">{texts.theEngineCranks}</option>
                <option value="engine:IDLES">{texts.theEngineIdles}</option>
                <option value="engine:PULLS">{texts.theEnginePulls}</option>
                <option value="engine:STANDS">{texts.theEngineStands}</option>
                {channels.map((x) => (
                  <option key={x.id} value={x.id}>
                    {x.name}, {x.moduleTitle}
                  </option>
                ))}
              </Select>
              {!c.engine && (
                <>
                  <Select
                    className="w-[100px]"
                    aria-label={texts.aboveOrBelow}
                    value={c.above ? 'above' : 'below'}
                    onChange={(e) => set(i, { above: e.target.value === 'above' })}
                  >
                    <option value="above">{texts.above}</option>
                    <option value="below">{texts.below}</option>
                  </Select>
                  <Input
                    className="w-[90px]"
                    aria-label={texts.threshold}
                    inputMode="decimal"
                    required
                    value={c.threshold}
                    onChange={(e) => set(i, { threshold: e.target.value })}
                  />
                  <span className="text-ink-2">{channels.find((x) => x.id === c.channel)?.unit}</span>
                </>
              )}
              {conditions.length > 1 && (
                <Button type="button" onClick={() => setConditions(conditions.filter((_, at) => at !== i))}>
                  {texts.remove}
                </Button>
              )}
            </div>
          ))}
          <span className="flex flex-wrap items-center gap-3">
            <Button
              type="button"
              disabled={conditions.length >= 8}
              onClick={() => setConditions([...conditions, FIRST])}
            >
              {texts.anotherCondition}
            </Button>
            {conditions.length > 1 && (
              <label className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="h-5 w-5"
                  checked={all}
                  onChange={(e) => setAll(e.target.checked)}
                />
                {texts.allOfThem}
              </label>
            )}
            <label className="flex items-center gap-2">
              {texts.for}
              <Input
                className="w-[70px]"
                inputMode="decimal"
                value={forSeconds}
                onChange={(e) => setFor(e.target.value)}
              />
              s
            </label>
          </span>
        </fieldset>
        <span className="flex flex-wrap gap-4">
          <label className="flex items-center gap-2">
            {texts.keep}
            <Input
              className="w-[70px]"
              inputMode="decimal"
              value={pre}
              onChange={(e) => setPre(e.target.value)}
            />
            {texts.sBefore}
          </label>
          <label className="flex items-center gap-2">
            {texts.stopAfter}
            <Input
              className="w-[80px]"
              inputMode="decimal"
              value={most}
              onChange={(e) => setMost(e.target.value)}
            />
            s
          </label>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5"
              checked={again}
              onChange={(e) => setAgain(e.target.checked)}
            />
            {texts.armItAgainAfterEach}
          </label>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="h-5 w-5"
              disabled={chosen.length === 0}
              checked={only}
              onChange={(e) => setOnly(e.target.checked)}
            />
            {chosen.length > 0
              ? texts.onlyTheTaken(count(chosen.length, 'value'))
              : texts.onlyTakenValuesNoneIsTaken}
          </label>
        </span>
        <ProblemBox problem={arm.error} />
        <span className="flex gap-3">
          <Button main disabled={arm.isPending}>
            {texts.armIt}
          </Button>
          <Button type="button" onClick={() => onOpenChange(false)}>
            {texts.leaveIt}
          </Button>
        </span>
      </form>
    </Panel>
  )
}
