/** A row of a list that folds open below itself: its head is laid out by whoever shows it, round the part that is pressed. */
import { Collapsible } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  /** The head, round the part that folds it. */
  readonly head: (press: (words: ReactNode, className: string) => ReactNode) => ReactNode
  readonly className: string
  readonly children: ReactNode
}

export function FoldingRow({ open, onOpenChange, head, className, children }: Props) {
  const press = (words: ReactNode, look: string) => (
    <Collapsible.Trigger className={look}>{words}</Collapsible.Trigger>
  )
  return (
    <Collapsible.Root asChild open={open} onOpenChange={onOpenChange}>
      <li className={className}>
        {head(press)}
        <Collapsible.Content>{children}</Collapsible.Content>
      </li>
    </Collapsible.Root>
  )
}
