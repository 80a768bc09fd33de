/** Short words of what was done, with their undo. They come and go beside the work, and take no keys with them. */
import { useEffect, useRef } from 'react'
import { Toaster } from 'sonner'

const STANDS_MS = 7000

/**
 * Remembers from where the keys went into a notice, and brings them back there when it goes from under them. The
 * notices' own way of doing so waits until the last of them has gone, and takes the keys from wherever they are by then.
 */
function useKeysBack() {
  const place = useRef<HTMLDivElement>(null)
  const before = useRef<Element | null>(null)
  useEffect(() => {
    const box = place.current
    if (!box) return
    const back = () => {
      if (before.current === null || document.activeElement !== document.body) return
      if (before.current instanceof HTMLElement) before.current.focus()
      before.current = null
    }
    const watching = new MutationObserver(back)
    watching.observe(box, { childList: true, subtree: true })
    return () => watching.disconnect()
  }, [])
  return {
    ref: place,
    onFocusCapture: (event: React.FocusEvent) => {
      event.stopPropagation()
      const from = event.relatedTarget
      if (from instanceof Element && !event.currentTarget.contains(from)) before.current = from
    },
    onBlurCapture: (event: React.FocusEvent) => {
      event.stopPropagation()
      const to = event.relatedTarget
      if (to instanceof Element && !event.currentTarget.contains(to)) before.current = null
    },
    // Pressed with the pointer, it leaves the keys where they are.
    onMouseDown: (event: React.MouseEvent) => event.preventDefault(),
  }
}

/** One at a time, in the space the page leaves for it: under the pointer it stays, and three would lie on buttons. */
export function Notices({ theme }: { readonly theme: 'light' | 'dark' }) {
  return (
    <div {...useKeysBack()}>
      <Toaster
        theme={theme}
        position="bottom-left"
        visibleToasts={1}
        style={{ fontFamily: 'inherit' }}
        toastOptions={{
          duration: STANDS_MS,
          style: { fontFamily: 'inherit', fontSize: 'inherit' },
          // As large as everything that is pressed in a lesson.
          actionButtonStyle: {
            minHeight: '2.75rem',
            paddingInline: '0.75rem',
            fontSize: 'inherit',
          },
        }}
      />
    </div>
  )
}
