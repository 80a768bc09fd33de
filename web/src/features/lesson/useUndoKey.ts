/** Ctrl+Z (or Command+Z) undoes the last thing noted; in a field with text it is the text's own. */
import { useEffect } from 'react'
import { toast } from 'sonner'
import { latestAct } from '../../data/latestAct'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { actName } from '../../wording/acts'

function isTyping(target: EventTarget | null): boolean {
  const field = target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement
  return field && target.value !== ''
}

export function useUndoKey(view: StudentView): void {
  const act = useActs(view.id)
  const { recent } = view
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'z' || !(event.ctrlKey || event.metaKey) || isTyping(event.target)) return
      const latest = latestAct(recent)
      if (!latest) return
      event.preventDefault()
      act([{ kind: 'undone', act: latest.id }])
      toast(`Undone: ${actName(latest.kind).toLowerCase()}`)
    }
    window.addEventListener('keydown', onKey)
    return () => {
      window.removeEventListener('keydown', onKey)
    }
  }, [act, recent])
}
