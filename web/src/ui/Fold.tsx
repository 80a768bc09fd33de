/** What is folded away under one line until it is wanted. */
import { ChevronRight } from 'lucide-react'
import { Collapsible } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  readonly id?: string
  /** The line that stays in sight. */
  readonly head: ReactNode
  readonly className?: string
  readonly headClass?: string
  /** Where who shows it keeps whether it is open. */
  readonly open?: boolean
  readonly onOpenChange?: (open: boolean) => void
  readonly children: ReactNode
}

export function Fold({ id, head, className = '', headClass = '', children, ...kept }: Props) {
  return (
    <Collapsible.Root id={id} className={className} {...kept}>
      <Collapsible.Trigger
        className={`flex min-h-11 w-full cursor-pointer items-center gap-2 py-1 text-left [&[data-state=open]>svg:first-child]:rotate-90 ${headClass}`}
      >
        <ChevronRight aria-hidden size={18} className="shrink-0" />
        {head}
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  )
}
