/** Words half typed: kept on this machine with every key, until they are noted or cleared. */
import { useCallback, useState } from 'react'
import { forgetText, keepText, keptText } from './keep'

/** Before the keys of words half typed. */
export const TYPED = 'vein-mend-typed-'

/** Like `useState` for a text, kept under the key over a reload or a crash; the empty text is forgotten. */
export function useKept(key: string, initial = ''): readonly [string, (text: string) => void] {
  const [text, setText] = useState(() => keptText(TYPED + key) ?? initial)
  const keep = useCallback(
    (next: string) => {
      if (next === '') forgetText(TYPED + key)
      else keepText(TYPED + key, next)
      setText(next)
    },
    [key],
  )
  return [text, keep]
}
