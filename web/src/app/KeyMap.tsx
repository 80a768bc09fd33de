/** The keys of the product, on `?` from anywhere and from the bar. */
import { Keyboard } from 'lucide-react'
import { lazy, Suspense, useEffect, useState } from 'react'
import { COMMAND_LINE_ID } from '../ui/commandLineId'

/** Who asks for no key loads no panel. */
const KeyTable = lazy(() => import('./KeyTable'))

/** In a field a question mark is a question mark; in the empty line of the lesson nothing is there to be unsure of. */
function asksForKeys({ defaultPrevented, key, target }: KeyboardEvent): boolean {
  if (defaultPrevented || key !== '?') return false
  if (target instanceof HTMLInputElement)
    return target.id === COMMAND_LINE_ID && target.value === ''
  return !(target instanceof HTMLTextAreaElement)
}

export function KeyMap() {
  const [open, setOpen] = useState(false)
  // It stays when it is shut, so that it can slide away.
  const [wasAsked, setWasAsked] = useState(false)
  if (open && !wasAsked) setWasAsked(true)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!asksForKeys(event)) return
      event.preventDefault()
      setOpen(true)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <>
      <button
        type="button"
        className="grid size-11 place-items-center max-sm:hidden"
        aria-label="Keys"
        onClick={() => setOpen(true)}
      >
        <Keyboard aria-hidden size={18} />
      </button>
      {wasAsked && (
        <Suspense fallback={null}>
          <KeyTable open={open} onOpenChange={setOpen} />
        </Suspense>
      )}
    </>
  )
}
