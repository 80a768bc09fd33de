/** A letter typed where nothing takes it goes to the line, wherever on the desk the keys are. */
import { useEffect } from 'react'
import { COMMAND_LINE_ID } from '../../ui/commandLineId'

/** What takes letters itself: fields, lists that are searched by letters, whatever lies over the page, and pads that are tapped. */
const TAKES_LETTERS =
  'input:not([type="checkbox"], [type="radio"]), textarea, select, [contenteditable="true"], [role="listbox"], [role="option"], [role="menu"], [role="dialog"], [role="grid"], [data-takes-letters]'

/** A letter, or the point before a word of what is done. */
const LETTER = /^[\p{L}.]$/u

export function useLettersToLine(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.defaultPrevented || event.ctrlKey || event.metaKey || event.altKey) return
      if (!LETTER.test(event.key)) return
      const at = event.target
      if (at instanceof Element && at.closest(TAKES_LETTERS)) return
      if (document.querySelector('[data-takes-letters], [role="dialog"]')) return
      // The letter itself falls where the keys are by then.
      document.getElementById(COMMAND_LINE_ID)?.focus()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
}
