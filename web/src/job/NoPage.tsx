import { Button, ButtonAnchor } from '../shared/Button'
import { ButtonLink } from '../shared/ButtonLink'
import { useRouteError } from 'react-router'
import { texts } from './words'

/** An address at which there is nothing. */
export function NoPage() {
  return (
    <div className="p-6">
      <h1 className="mb-2">{texts.thereIsNoSuchPage}</h1>
      <p className="mb-4 max-w-[60ch] text-ink-2">{texts.theAddressMayBeMistyped}</p>
      <ButtonLink main to="/units">
        {texts.toTheUnits}
      </ButtonLink>
    </div>
  )
}

/** A page that could not be fetched or drawn; what the server does goes on meanwhile. */
export function PageFailed() {
  const error = useRouteError()
  return (
    <div className="p-6" role="alert">
      <h1 className="mb-2">{texts.thisPageDidNotComeUp}</h1>
      <p className="mb-2 max-w-[60ch]">{texts.nothingCapturedIsLostReload}</p>
      <p className="mb-4 max-w-[60ch] text-ink-2">{error instanceof Error ? error.message : ''}</p>
      <span className="flex gap-3">
        <Button main onClick={() => location.reload()}>
          {texts.reload}
        </Button>
        <ButtonAnchor href="/units">{texts.toTheUnits}</ButtonAnchor>
      </span>
    </div>
  )
}
