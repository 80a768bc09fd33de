/** The yes that takes need, and what becomes of them without it. */
import type { TakeKind } from '../analysers'
import type { ConsentKind, StudentCard } from './card'
import type { Take } from '../takes'

/** The yes a kind needs; notes tell what keys were pressed and show nobody. */
export const TAKE_CONSENTS: Readonly<Record<TakeKind, ConsentKind | null>> = {
  sound: 'recordings',
  picture: 'pictures',
  notes: null,
}

/** Whether a take of that kind may be made and kept. */
export function mayKeep(card: Pick<StudentCard, 'consents'>, kind: TakeKind): boolean {
  const consent = TAKE_CONSENTS[kind]
  return consent === null || card.consents[consent].state === 'given'
}

/** Takes for which the yes is gone are gone too. */
export function withoutConsentless(
  takes: readonly Take[],
  card: Pick<StudentCard, 'consents'>,
): readonly Take[] {
  const all = takes.every((t) => t.removed || mayKeep(card, t.kind))
  return all ? takes : takes.map((t) => (mayKeep(card, t.kind) ? t : { ...t, removed: true }))
}
