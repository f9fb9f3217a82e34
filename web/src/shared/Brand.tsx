import { texts } from './words'
/** The mark and the name. The lens is lit while the tool holds something on the machine. */
export function Brand({ lit = false }: { lit?: boolean }) {
  return (
    <span className="flex items-center gap-2.5">
      <svg
        viewBox="0 0 26 30"
        width="26"
        height="30"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinecap="round"
        aria-hidden
      >
        <path d="M13 8V5a3 3 0 1 1 3 3" />
        <path d="M7 11h12M8 11v12M18 11v12M5.5 26h15M7 23h12" />
        <path
          d="M13 13.5c2.6 2.4 2.6 5.6 0 7.5c-2.6-1.9-2.6-5.1 0-7.5Z"
          style={lit ? { fill: 'var(--amber)', stroke: 'var(--amber)' } : undefined}
        />
      </svg>
      <span className="font-narrow text-head font-semibold tracking-wide whitespace-nowrap max-[900px]:sr-only">
        {texts.hitchLamp}
      </span>
    </span>
  )
}
