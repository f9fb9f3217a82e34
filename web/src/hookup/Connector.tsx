import { useQuery } from '@tanstack/react-query'
import { get, type Plug } from '../api/client'
import { texts } from './words'

/** What the diagnostic connector looks like and which pins carry the bus; drawn from the pack. */
export function Connector({ pack }: { pack: string }) {
  const { data } = useQuery({
    queryKey: ['plugs', pack],
    queryFn: () => get<Plug[]>(`/api/packs/${pack || 'standard'}/plugs`),
  })
  const plug = data?.[0]
  if (!plug) return null
  return (
    <figure className="flex items-start gap-5">
      <svg
        viewBox="0 0 200 200"
        className="w-[150px] shrink-0"
        role="img"
        aria-label={texts.pinsAndWhatTheyCarry(plug.title ?? '')}
      >
        <circle cx="100" cy="100" r="94" fill="var(--sheet)" stroke="var(--line-strong)" strokeWidth="2" />
        <path d="M88 6 h24 v10 h-24 z" fill="var(--line-strong)" />
        {plug.pins?.map((p) => {
          const x = 20 + (p.x ?? 0) * 160
          const y = 20 + (p.y ?? 0) * 160
          return (
            <g key={p.name}>
              <circle
                cx={x}
                cy={y}
                r="15"
                fill={p.bus ? 'var(--ink)' : 'none'}
                stroke="var(--ink)"
                strokeWidth="1.5"
              />
              <text
                x={x}
                y={y + 5}
                textAnchor="middle"
                fontSize="15"
                fontWeight="600"
                fill={p.bus ? 'var(--sheet)' : 'var(--ink)'}
              >
                {p.name}
              </text>
            </g>
          )
        })}
      </svg>
      <figcaption className="text-small">
        <b className="font-semibold">{plug.title}</b>
        <p className="mb-1 text-ink-2">
          {plug.place}
          {texts.lookingIntoTheUnitsPlugFilled}
        </p>
        <ul className="columns-2 gap-6 text-ink-2">
          {plug.pins?.map((p) => (
            <li key={p.name}>
              <b className="font-mono text-ink">{p.name}</b> {p.carries}
            </li>
          ))}
        </ul>
      </figcaption>
    </figure>
  )
}
