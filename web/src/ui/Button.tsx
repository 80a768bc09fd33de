/** Buttons: large enough for a thumb. */
import type { ButtonHTMLAttributes } from 'react'

const LOOKS = {
  main: 'bg-ink text-slip border-ink enabled:hover:opacity-90 disabled:bg-transparent disabled:text-kiln disabled:border-kiln',
  plain: 'bg-glaze border-line hover:border-ink',
  bare: 'border-transparent underline decoration-1 underline-offset-4 hover:decoration-2',
} as const

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: keyof typeof LOOKS
  readonly small?: boolean
}

export function Button({ look = 'plain', small = false, className = '', ...rest }: Props) {
  const size = small ? 'min-h-11 px-2.5 text-sm' : 'min-h-11 px-4'
  return (
    <button
      type="button"
      className={`inline-flex items-center justify-center gap-2 rounded-md border font-medium ${look === 'main' ? '' : 'disabled:opacity-45'} ${size} ${LOOKS[look]} ${className}`}
      {...rest}
    />
  )
}

/** The same look for a link. */
export function buttonClass(look: keyof typeof LOOKS = 'plain'): string {
  return `inline-flex min-h-11 items-center justify-center gap-2 rounded-md border px-4 font-medium ${LOOKS[look]}`
}
