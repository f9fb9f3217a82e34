import type { ComponentProps } from 'react'
import { Link } from 'react-router'
import { classes, type Look } from './Button'

/** A way to another page that looks like a button; by itself, so that the door needs no router. */
export function ButtonLink({ main, className, ...rest }: ComponentProps<typeof Link> & Look) {
  return <Link {...rest} className={classes(main, className)} />
}
