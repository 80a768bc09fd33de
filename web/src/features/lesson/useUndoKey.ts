/** Ctrl+Z (or Command+Z) undoes the last thing noted, unless text is being typed. */
import { useEffect } from 'react'
import { toast } from 'sonner'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { actName } from '../../wording/acts'

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLInputElement && target.value !== ''
}

export function useUndoKey(view: StudentView): void {
  const act = useActs(view.id)
  const { recent } = view
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'z' || !(event.ctrlKey || event.metaKey) || isTyping(event.target)) return
      const last = recent.find((r) => !r.undone && r.act.kind !== 'student-added')
      if (!last) return
      event.preventDefault()
      act([{ kind: 'undone', act: last.act.id }])
      toast(`Undone: ${actName(last.act.kind).toLowerCase()}`)
    }
    window.addEventListener('keydown', onKey)
    return () => {
      window.removeEventListener('keydown', onKey)
    }
  }, [act, recent])
}
