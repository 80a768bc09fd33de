/** The setting the student plays in now: it goes with every sign, look and take until it is changed. */
import type { Condition } from '@vein-mend/core/packs'
import { CONDITIONS } from '@vein-mend/core/packs'
import { useKept } from '../../data/useKept'

export interface Setting {
  readonly condition: Condition
  readonly prompted: boolean
}

const USUAL: Setting = { condition: 'piece-tempo', prompted: false }

function read(text: string): Setting {
  const [condition, prompted] = text.split(' ')
  const known = CONDITIONS.find((c) => c === condition)
  return known ? { condition: known, prompted: prompted === 'prompted' } : USUAL
}

/** The lesson's setting, kept over a reload. */
export function useSetting(lesson: string): readonly [Setting, (setting: Setting) => void] {
  const [text, keep] = useKept(`setting-${lesson}`)
  return [
    read(text),
    (s) => keep(`${s.condition} ${s.prompted ? 'prompted' : 'unprompted'}`),
  ] as const
}
