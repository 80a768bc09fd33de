/** On or off, as one button that stays down. */
import { Toggle } from 'radix-ui'
import type { ReactNode } from 'react'
import { CHOICE_CLASS } from './Choice'

interface Props {
  readonly pressed: boolean
  readonly onChange: (pressed: boolean) => void
  readonly small?: boolean
  readonly children: ReactNode
}

export function Pressed({ pressed, onChange, small = false, children }: Props) {
  return (
    <Toggle.Root
      pressed={pressed}
      onPressedChange={onChange}
      className={small ? `${CHOICE_CLASS} text-sm` : CHOICE_CLASS}
    >
      {children}
    </Toggle.Root>
  )
}
