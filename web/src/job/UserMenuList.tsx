import { useQueryClient } from '@tanstack/react-query'
import { UserRound } from 'lucide-react'
import { DropdownMenu } from 'radix-ui'
import { useNavigate } from 'react-router'
import { useMe } from '../account/me'
import { post } from '../api/client'
import { change, type Theme, useSettings } from '../shared/settings'
import { words } from '../shared/words'
import { texts } from './words'

const ITEM =
  'flex min-h-[44px] items-center px-4 outline-none data-[highlighted]:bg-petrol-soft cursor-pointer'

/** Theme, units, keys, accounts, signing out. */
export default function UserMenuList() {
  const me = useMe()
  const settings = useSettings()
  const navigate = useNavigate()
  const queries = useQueryClient()
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger className="btn px-3" aria-label={texts.themeUnitsSignOut(me.name ?? '')}>
        <UserRound size={20} aria-hidden />
        <span className="max-[1100px]:sr-only">{me.name}</span>
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-40 min-w-[250px] border border-line-strong bg-sheet py-2"
        >
          <DropdownMenu.Label className="px-4 py-1 text-ink-2">
            {me.name}, {me.role ? words.roles[me.role] : ''}
          </DropdownMenu.Label>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.RadioGroup
            value={settings.theme}
            onValueChange={(v) => change({ theme: v as Theme })}
          >
            {(
              [
                ['day', texts.daylight],
                ['night', texts.night],
                ['system', texts.asTheSystem],
              ] as const
            ).map(([value, label]) => (
              <DropdownMenu.RadioItem key={value} value={value} className={ITEM}>
                <Chosen on={settings.theme === value} />
                {label}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.RadioGroup
            value={settings.units}
            onValueChange={(v) => change({ units: v as 'metric' | 'us' })}
          >
            <DropdownMenu.RadioItem value="metric" className={ITEM}>
              <Chosen on={settings.units === 'metric'} />
              {texts.metricUnitsCKpaKm}
            </DropdownMenu.RadioItem>
            <DropdownMenu.RadioItem value="us" className={ITEM}>
              <Chosen on={settings.units === 'us'} />
              {texts.usUnitsFPsiMi}
            </DropdownMenu.RadioItem>
          </DropdownMenu.RadioGroup>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.CheckboxItem
            className={ITEM}
            checked={settings.singleKeys}
            onCheckedChange={(on) => change({ singleKeys: on })}
          >
            <Chosen on={settings.singleKeys} />
            {texts.singleLetterKeys}
          </DropdownMenu.CheckboxItem>
          <DropdownMenu.Item className={ITEM} onSelect={() => void navigate('/accounts')}>
            <Chosen on={false} />
            {texts.accountsAndPassword}
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void navigate('/storage')}>
            <Chosen on={false} />
            {texts.storage}
          </DropdownMenu.Item>
          <DropdownMenu.Item
            className={ITEM}
            onSelect={() => {
              void post('/api/account/sign-out').finally(() => {
                queries.clear()
                void navigate('/units')
                location.reload()
              })
            }}
          >
            <Chosen on={false} />
            {texts.signOut}
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  )
}

function Chosen({ on }: { on: boolean }) {
  return <span className={`mr-3 inline-block h-2.5 w-2.5 ${on ? 'bg-ink' : 'bg-transparent'}`} aria-hidden />
}
