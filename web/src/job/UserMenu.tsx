import { Button } from '../shared/Button'
import { UserRound } from 'lucide-react'
import { lazy, Suspense, useState } from 'react'
import { useMe } from '../account/me'
import { texts } from './words'

const UserMenuList = lazy(() => import('./UserMenuList'))

/** The way to theme, units, accounts and signing out; the menu is fetched when it is first opened. */
export function UserMenu() {
  const [opened, setOpened] = useState(false)
  const me = useMe()
  const button = (
    <Button
      className="px-3"
      aria-haspopup="menu"
      aria-label={texts.themeUnitsSignOut(me.name ?? '')}
      onClick={() => setOpened(true)}
    >
      <UserRound size={20} aria-hidden />
      <span className="max-[1100px]:sr-only">{me.name}</span>
    </Button>
  )
  if (!opened) return button
  return (
    <Suspense fallback={button}>
      <UserMenuList />
    </Suspense>
  )
}
