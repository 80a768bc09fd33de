/** What has fallen behind, in a sentence. */
import type { CaseState } from '@vein-mend/core/record'
import type { LagFinding } from '@vein-mend/core/watch'
import { plural, STRAND_WORDS } from './words'

export const HAND_WORDS = { left: 'The left hand', right: 'The right hand' } as const

export function sayLag(
  found: LagFinding,
  cases: readonly Pick<CaseState, 'id' | 'name'>[],
): string {
  switch (found.kind) {
    case 'hand':
      return `${HAND_WORDS[found.behind]} has fallen behind the other: ${times(found.load.now, found.other.now)} as much trouble in the last lessons, and it has lasted.`
    case 'strand':
      return `${STRAND_WORDS[found.behind]} has fallen behind: ${times(found.load.now, found.others)} as much trouble as the other strands, and it has lasted.`
    case 'unseen':
      return `Nobody has looked at “${cases.find((c) => c.id === found.case)?.name ?? ''}” for ${plural(found.weeks, 'week')}.`
    case 'outrun':
      return `${found.ahead === 'reading' ? 'Reading has' : 'The pieces have'} run ${plural(found.steps, 'step')} ahead of the hands${found.grew ? ', more than last time' : ''}. That is the usual road to losing heart: give the hands pieces they can win.`
  }
}

const NEXT_TO_NOTHING = 0.05

/** How much more trouble, in words that can be said aloud. */
function times(more: number, less: number): string {
  return less < NEXT_TO_NOTHING ? 'many times' : `${Math.round(more / less)} times`
}
