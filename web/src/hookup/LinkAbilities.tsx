import { texts } from './words'
import type { LinkAble } from '../api/client'

const ROWS = [
  'sends',
  'setsRate',
  'listensOnly',
  'tellsErrors',
  'tellsLost',
  'tellsSupply',
  'stamps',
] as const

/** What links can do and tell, a column each. */
export function LinkAbilities({ links }: { links: { title: string; able: LinkAble }[] }) {
  return (
    <table className="mt-2 text-left">
      <thead>
        <tr>
          <td />
          {links.map((l) => (
            <th key={l.title} scope="col" className="px-4 py-1 font-semibold">
              {l.title}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {ROWS.map((row) => (
          <tr key={row} className="border-t border-line">
            <th scope="row" className="py-1 pr-4 font-normal">
              {texts.able[row]}
            </th>
            {links.map((l) => (
              <td key={l.title} className={`px-4 py-1 ${l.able[row] ? 'font-semibold' : 'text-ink-2'}`}>
                {l.able[row] ? texts.yes : texts.no}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  )
}
