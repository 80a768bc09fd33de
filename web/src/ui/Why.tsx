/** A number that answers "why?": touched or entered, it says in a sentence where it comes from. */
import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  /** The number, as it stands in its line. */
  readonly children: ReactNode
  readonly because: ReactNode
}

export function Why({ children, because }: Props) {
  return (
    <Popover.Root>
      <Popover.Trigger className="cursor-pointer underline decoration-dotted underline-offset-4">
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          className="bg-glaze border-ink z-60 max-w-sm rounded-md border p-3 shadow-lg"
        >
          {because}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
