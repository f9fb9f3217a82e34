/** A figure with its name, as wide as the phone. */
export function Row({ name, figure, unit }: { name: string; figure: string; unit: string }) {
  return (
    <div className="flex items-baseline justify-between border-t border-line py-2">
      <dt className="text-ink-2">{name}</dt>
      <dd className="font-narrow text-big font-semibold">
        {figure} <span className="text-lead font-normal text-ink-2">{unit}</span>
      </dd>
    </div>
  )
}
