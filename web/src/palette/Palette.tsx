import { Button } from '../shared/Button'
import { Search } from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { texts } from './words'

const PaletteDialog = lazy(() => import('./PaletteDialog'))

/** The way to the command palette: a button, and Ctrl K from anywhere. What it opens is fetched then. */
export function Palette() {
  const [open, setOpen] = useState(false)
  useEffect(() => {
    const listener = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault()
        setOpen(true)
      }
    }
    document.addEventListener('keydown', listener)
    return () => document.removeEventListener('keydown', listener)
  }, [])
  return (
    <>
      <Button className="px-3" onClick={() => setOpen(true)}>
        <Search size={18} aria-hidden />
        <span className="max-[1180px]:sr-only">{texts.goTo}</span>
        <span className="kbd max-[1180px]:hidden">{texts.ctrlK}</span>
      </Button>
      {open && (
        <Suspense>
          <PaletteDialog onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  )
}
