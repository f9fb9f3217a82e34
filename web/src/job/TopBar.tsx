import { Link } from 'react-router'
import { Palette } from '../palette/Palette'
import { Brand } from '../shared/Brand'
import { UserMenu } from './UserMenu'
import { texts } from './words'

/** The bar of the pages outside a job. */
export function TopBar() {
  return (
    <header className="flex h-14 items-center justify-between border-b border-line-strong bg-sheet px-4">
      <Link to="/units" aria-label={texts.hitchLampUnitsAndJobs}>
        <Brand />
      </Link>
      <div className="flex items-center gap-2">
        <Palette />
        <UserMenu />
      </div>
    </header>
  )
}
