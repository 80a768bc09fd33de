/** Asks before the page closes while something in it is nowhere else. */
import { useEffect } from 'react'

export function useAskOnLeaving(holds: boolean): void {
  useEffect(() => {
    if (!holds) return
    const ask = (event: BeforeUnloadEvent) => event.preventDefault()
    window.addEventListener('beforeunload', ask)
    return () => window.removeEventListener('beforeunload', ask)
  }, [holds])
}
