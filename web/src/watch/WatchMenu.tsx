import { Ellipsis } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { texts } from './words'

/** What it says, its key, what it does. */
export type MenuItem = [title: string, key: string, act: () => void]

/** What does not stand in the one row of tools. */
export function WatchMenu({ items }: { items: MenuItem[] }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="btn shrink-0 px-3" aria-label={texts.moreFreezeFarViewMarkArm}>
        <Ellipsis size={20} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-40 min-w-[240px] border border-line-strong bg-sheet py-2"
        >
          {items.map(([title, key, act]) => (
            <DropdownMenu.Item
              key={title}
              className="flex min-h-[44px] cursor-pointer items-center gap-4 px-4 outline-none data-[highlighted]:bg-petrol-soft"
              onSelect={act}
            >
              {title}
              {key && <span className="kbd ml-auto">{key}</span>}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}
