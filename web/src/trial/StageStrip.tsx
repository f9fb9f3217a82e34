/** A stage of what a module goes through. */
export interface StageOf {
  id: string
  title: string
  current: boolean
  /** It was gone through already. */
  done: boolean
}

/** What a module goes through, side by side, with where it is now. */
export function StageStrip({ stages, far }: { stages: StageOf[]; far: boolean }) {
  return (
    <ol
      className={`grid ${far ? 'my-4 text-far-fine' : 'my-3 max-w-[900px]'}`}
      style={{ gridTemplateColumns: `repeat(${stages.length}, minmax(0, 1fr))` }}
    >
      {stages.map(({ id, title, current, done }) => (
        <li
          key={id}
          aria-current={current ? 'step' : undefined}
          className={`border-t-4 pt-1 pr-2 ${current ? 'border-petrol font-bold' : done ? 'border-ink' : 'border-line text-ink-2'}`}
        >
          {title}
        </li>
      ))}
    </ol>
  )
}
