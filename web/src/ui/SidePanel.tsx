/** A dialog that slides in from the side, so that what is underneath stays in view. */
import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import type { ReactNode } from 'react'
import { COMMAND_LINE_ID } from './commandLineId'

interface Props {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly title: string
  readonly about: string
  readonly children: ReactNode
}

/** What had the keys last outside of any panel: what opened it. A panel may come with its opening, so it is kept beside. */
let opener: HTMLElement | null = null
document.addEventListener('focusin', ({ target }) => {
  if (target instanceof HTMLElement && !target.closest('[role="dialog"]')) opener = target
})

export function SidePanel({ open, onOpenChange, title, about, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          onCloseAutoFocus={(event) => {
            // Back to what opened it; where that has gone, on the desk to the line that takes everything.
            const to = opener?.isConnected ? opener : document.getElementById(COMMAND_LINE_ID)
            if (!to) return
            event.preventDefault()
            to.focus()
          }}
          className="bg-slip border-ink fixed inset-y-0 right-0 z-50 w-full max-w-xl overflow-y-auto border-l p-6"
        >
          <div className="flex items-start gap-4">
            <Dialog.Title className="text-xl">{title}</Dialog.Title>
            <Dialog.Close
              className="ml-auto grid size-11 shrink-0 place-items-center"
              aria-label="Close"
            >
              <X aria-hidden size={20} />
            </Dialog.Close>
          </div>
          <Dialog.Description className="text-kiln mt-1 mb-4">{about}</Dialog.Description>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
