import type { ComponentProps } from 'react'

/** How a button looks: the one that is meant to be pressed next is filled. */
export interface Look {
  main?: boolean | undefined
}

/** Its classes. */
export function classes(main: boolean | undefined, className: string | undefined): string {
  return ['btn', main ? 'btn-main' : '', className ?? ''].filter(Boolean).join(' ')
}

/** Something to press. */
export function Button({ main, className, ...rest }: ComponentProps<'button'> & Look) {
  return <button {...rest} className={classes(main, className)} />
}

/** A file or an outside address that looks like a button. */
export function ButtonAnchor({ main, className, ...rest }: ComponentProps<'a'> & Look) {
  return <a {...rest} className={classes(main, className)} />
}

/** The label of a hidden control that looks like a button, such as a file to choose. */
export function ButtonLabel({ main, className, ...rest }: ComponentProps<'label'> & Look) {
  return <label {...rest} className={classes(main, className)} />
}
