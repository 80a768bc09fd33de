/** Where a press takes away what was pressed, the keys stay beside it instead of falling back to the page. */
import { useEffect } from 'react'

const CAN_BE_USED =
  'a[href], button:not([disabled]), input:not([disabled]), textarea:not([disabled]), select:not([disabled]), [tabindex="0"]'

/** Everything round an element, nearest first, up to the place itself. */
function roundOf(element: Element, place: Element): readonly Element[] {
  const round: Element[] = []
  for (let at = element.parentElement; at && at !== place.parentElement; at = at.parentElement) {
    round.push(at)
  }
  return round
}

/** The first thing that can be used in the nearest of them that is still there; within the whole place it is nowhere near. */
function beside(round: readonly Element[], place: Element): HTMLElement | null {
  for (const around of round) {
    if (around === place) return null
    const found = around.isConnected ? around.querySelector<HTMLElement>(CAN_BE_USED) : null
    if (found) return found
  }
  return null
}

/** @param content the id of what changes from screen to screen */
export function useKeysStay(content: string): void {
  useEffect(() => {
    const place = document.getElementById(content)
    if (!place) return
    let last: { readonly element: Element; readonly round: readonly Element[] } | null = null
    let byKey = false
    const onFocus = (event: FocusEvent) => {
      const element = event.target
      if (element instanceof Element) last = { element, round: roundOf(element, place) }
    }
    // Who works with the pointer has nothing watched for them: it would slow every drawing.
    const onKey = () => {
      if (!byKey) watching.observe(place, { childList: true, subtree: true })
      byKey = true
    }
    const onPointer = () => {
      watching.disconnect()
      byKey = false
    }
    const back = () => {
      if (!last || !byKey || document.activeElement !== document.body) return
      if (last.element.isConnected) return
      const { round } = last
      last = null
      beside(round, place)?.focus({ preventScroll: true })
    }
    const watching = new MutationObserver(back)
    place.addEventListener('focusin', onFocus)
    window.addEventListener('keydown', onKey, true)
    window.addEventListener('pointerdown', onPointer, true)
    return () => {
      watching.disconnect()
      place.removeEventListener('focusin', onFocus)
      window.removeEventListener('keydown', onKey, true)
      window.removeEventListener('pointerdown', onPointer, true)
    }
  }, [content])
}
