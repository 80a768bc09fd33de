/** Whether a rung is passed, and what to do when it is not. */
import { wilson } from '../kit'
import type { ShareInterval } from '../kit'
import type { PassRule } from '../packs'

/** So many clean of so many. */
export interface Tries {
  readonly clean: number
  readonly tries: number
}

/** Up, stay or back, with the reason and the share behind it. */
export interface RungAdvice {
  readonly advice: 'up' | 'stay' | 'back'
  readonly reason: 'passed' | 'near' | 'far' | 'untried'
  /** Share of clean tries with its 95 % Wilson interval. */
  readonly share: ShareInterval
}

/** A share under which the rung is too high: fewer than two clean in five; common practice. */
const TOO_HIGH_BELOW = 0.4

/** Tries that must have been made before a step back is advised. */
const TRIES_BEFORE_BACK = 3

function passed(rule: PassRule, { clean, tries }: Tries): boolean {
  if (rule.kind === 'in-a-row') return clean >= rule.clean && clean === tries
  return tries >= rule.of && clean / tries >= rule.clean / rule.of
}

/** Up when the pass rule holds, back when hardly any try was clean, else stay. */
export function adviseRung(rule: PassRule, result: Tries): RungAdvice {
  const share = wilson(result.clean, result.tries)
  if (result.tries === 0) return { advice: 'stay', reason: 'untried', share }
  if (passed(rule, result)) return { advice: 'up', reason: 'passed', share }
  const far = result.tries >= TRIES_BEFORE_BACK && share.share < TOO_HIGH_BELOW
  return far ? { advice: 'back', reason: 'far', share } : { advice: 'stay', reason: 'near', share }
}

/** How many tries the rule needs to be decided. */
export function triesAsked(rule: PassRule): number {
  return rule.kind === 'share' ? rule.of : rule.clean
}
