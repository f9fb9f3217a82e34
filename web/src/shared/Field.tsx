import type { ComponentProps } from 'react'

const classes = (className: string | undefined) => (className ? `field ${className}` : 'field')

/** A line to type into. */
export function Input({ className, ...rest }: ComponentProps<'input'>) {
  return <input {...rest} className={classes(className)} />
}

/** A choice of a few. */
export function Select({ className, ...rest }: ComponentProps<'select'>) {
  return <select {...rest} className={classes(className)} />
}

/** Several lines to type into. */
export function TextArea({ className, ...rest }: ComponentProps<'textarea'>) {
  return <textarea {...rest} className={classes(className)} />
}
