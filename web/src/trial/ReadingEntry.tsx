import type { ReactNode } from 'react'
import { Button } from '../shared/Button'
import { Input } from '../shared/Field'

/** What a person read off an instrument, entered into a test that waits for it. */
interface Props {
  label: string
  text: string
  onText: (text: string) => void
  /** What is told to the test; undefined where the text is no such reading. */
  line: string | undefined
  onRead: (line: string) => void
  enter: string
  /** Why the text is no such reading, and what is. */
  wrong: string
  /** Unit of the reading, or the choice of it. */
  children: ReactNode
}

export function ReadingEntry({ label, text, onText, line, onRead, enter, wrong, children }: Props) {
  const bad = text.trim() !== '' && line === undefined
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault()
        if (line) onRead(line)
      }}
    >
      <label className="flex flex-col gap-1">
        {label}
        <Input
          className="max-w-[180px] text-head"
          inputMode="decimal"
          autoFocus
          value={text}
          aria-invalid={bad}
          onChange={(e) => onText(e.target.value)}
        />
      </label>
      {children}
      <Button main disabled={!line}>
        {enter}
      </Button>
      {bad && (
        <p className="basis-full text-small" role="alert">
          {wrong}
        </p>
      )}
    </form>
  )
}
