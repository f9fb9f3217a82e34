import { ToggleGroup } from 'radix-ui'
import { Button } from './Button'

/** One of a few that exclude each other, side by side. */
export function Segmented({
  label,
  value,
  choices,
  onChoose,
  className = '',
}: {
  label: string
  /** The one that is chosen; empty where none is yet. */
  value: string
  /** What can be chosen, and how it reads. */
  choices: readonly (readonly [value: string, says: string])[]
  onChoose: (value: string) => void
  className?: string
}) {
  return (
    <ToggleGroup.Root
      type="single"
      aria-label={label}
      value={value}
      // What is chosen already can be chosen again: it may not have arrived.
      onValueChange={(chosen) => onChoose(chosen || value)}
      className={`flex flex-wrap gap-2 ${className}`}
    >
      {choices.map(([of, says]) => (
        <ToggleGroup.Item key={of} value={of} asChild>
          <Button>{says}</Button>
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  )
}
