import type { ButtonHTMLAttributes } from 'react'

const KINDS = {
  main: 'bg-hand text-on-hand border-hand font-semibold hover:brightness-110',
  plain: 'bg-transparent border-ink hover:bg-shade',
  quiet: 'bg-transparent border-transparent underline underline-offset-4 decoration-line hover:decoration-ink',
} as const

/** A button of at least 40 px. */
export function Button({
  kind = 'plain',
  className = '',
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: keyof typeof KINDS }) {
  return (
    <button
      type="button"
      {...rest}
      className={`inline-flex min-h-10 items-center gap-2 border button-text px-3 disabled:cursor-default disabled:opacity-60 ${KINDS[kind]} ${className}`}
    />
  )
}

/** The same look for a link. */
export const buttonLook = (kind: keyof typeof KINDS = 'plain'): string =>
  `inline-flex min-h-10 items-center gap-2 border button-text px-3 ${KINDS[kind]}`
