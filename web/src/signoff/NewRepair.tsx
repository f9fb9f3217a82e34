import { useMutation } from '@tanstack/react-query'
import { useState } from 'react'
import { post, type RepairsView } from '../api/client'
import { Button } from '../shared/Button'
import { Input, Select, TextArea } from '../shared/Field'
import { ProblemBox } from '../shared/ProblemBox'
import { texts } from './words'

/** Nothing is chosen yet: nobody enters the first of the list by mistake. */
const CHOOSE = ''
/** In own words, not one of the pack. */
const OWN = '*'

/** Local time as the field for it wants it. */
function local(at: Date): string {
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16)
}

/** Enters a repair: one that the pack knows, or own words. */
export function NewRepair({
  path,
  choices,
  onDone,
}: {
  path: string
  choices: RepairsView['choices']
  onDone: () => void
}) {
  const [kind, setKind] = useState(choices.length > 0 ? CHOOSE : OWN)
  const [title, setTitle] = useState('')
  const [note, setNote] = useState('')
  const [at, setAt] = useState('')
  const enter = useMutation({
    mutationFn: () =>
      post<RepairsView>(path, {
        kind: kind === OWN ? '' : kind,
        title,
        note,
        at: at === '' ? null : new Date(at).toISOString(),
      }),
    onSuccess: onDone,
  })
  const chosen = choices.find((c) => c.kind === kind)
  return (
    <form
      className="mb-3 grid gap-3 border-l-4 border-ink px-4 py-2"
      onSubmit={(e) => {
        e.preventDefault()
        enter.mutate()
      }}
    >
      {choices.length > 0 && (
        <label>
          {texts.whatWasDone}
          <Select value={kind} onChange={(e) => setKind(e.target.value)}>
            <option value={CHOOSE}>{texts.chooseOne}</option>
            {choices.map((c) => (
              <option key={c.kind} value={c.kind}>
                {c.title}
              </option>
            ))}
            <option value={OWN}>{texts.somethingElse}</option>
          </Select>
        </label>
      )}
      {kind === OWN && (
        <label>
          {texts.inYourWords}
          <Input autoFocus maxLength={200} value={title} onChange={(e) => setTitle(e.target.value)} />
        </label>
      )}
      {chosen && (
        <p className="text-small">
          {chosen.obliges.length > 0 ? texts.obliges(chosen.obliges.join(', ')) : texts.obligesNothing}
        </p>
      )}
      {kind === OWN && <p className="text-small">{texts.obligesNothing}</p>}
      <label>
        {texts.note}
        <TextArea rows={2} maxLength={1000} value={note} onChange={(e) => setNote(e.target.value)} />
      </label>
      <label>
        {texts.doneAt}
        <Input
          type="datetime-local"
          max={local(new Date())}
          value={at}
          onChange={(e) => setAt(e.target.value)}
        />
      </label>
      <div className="flex gap-2">
        <Button
          main
          type="submit"
          disabled={enter.isPending || kind === CHOOSE || (kind === OWN && title.trim() === '')}
        >
          {texts.enter}
        </Button>
        <Button onClick={onDone}>{texts.cancel}</Button>
      </div>
      <ProblemBox problem={enter.error} />
    </form>
  )
}
