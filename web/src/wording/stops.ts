/** What stops the playing, in words; dizziness is not spoken of as pain. */
import type { BodyPart } from '@vein-mend/core/packs'
import type { Eased, LookedBy, Stop, STOP_ENDS } from '@vein-mend/core/record'
import { shortDay } from './dates'
import { PART_WORDS } from './words'

/** What is told of a part that is stopped. */
export const STOPPED_WORDS: Record<BodyPart, string> = {
  hand: 'pain in the hand or wrist',
  arm: 'pain in the arm or shoulder',
  'neck-back': 'pain in the neck or back',
  'lips-jaw': 'pain in lips, teeth or jaw',
  breath: 'dizziness from blowing',
  leg: 'pain in leg or foot',
  hearing: 'ringing ears',
  skin: 'sore skin',
}

/** A part as one taps it at home. */
export const WHERE_WORDS: Record<BodyPart, string> = {
  hand: 'Hand or wrist',
  arm: 'Arm or shoulder',
  'neck-back': 'Neck or back',
  'lips-jaw': 'Lips, teeth or jaw',
  breath: 'I got dizzy',
  leg: 'Leg or foot',
  hearing: 'Ears',
  skin: 'Skin',
}

export const STOP_END_WORDS: Record<
  (typeof STOP_ENDS)[number],
  { readonly button: string; readonly said: string }
> = {
  gone: { button: 'It is gone', said: 'gone' },
  'looked-at': {
    button: 'Somebody has looked at it',
    said: 'looked at by a professional',
  },
}

/** Who looked, by role. */
export const LOOKED_BY_WORDS: readonly (readonly [LookedBy, string])[] = [
  ['doctor', 'A doctor'],
  ['physiotherapist', 'A physiotherapist'],
  ['dentist', 'A dentist'],
  ['hearing', 'Somebody for hearing'],
  ['other', 'Another professional'],
]

/** `A physiotherapist looked on 1 Mar: hand allowed until 8 Mar`. */
export function sayEased({ who, on, allowed, until }: Eased): string {
  const by = LOOKED_BY_WORDS.find(([role]) => role === who)?.[1] ?? ''
  const parts = allowed.map((part) => PART_WORDS[part]).join(', ')
  const end = until === null ? '' : ` until ${shortDay(until)}`
  return `${by} looked on ${shortDay(on)}: ${parts === '' ? 'nothing is allowed yet' : `${parts} allowed${end}`}`
}

/** `Pain in the hand, as noted in a lesson`; with what was being practised where it came from home. */
export function sayStop(stop: Stop): string {
  const [part] = stop.parts
  const where = stop.parts.length === 1 && part !== undefined ? ` (${STOPPED_WORDS[part]})` : ''
  switch (stop.source) {
    case 'sign':
      return stop.words
    case 'card':
      return 'Pain when playing stands on the card'
    case 'home':
      return `Stopped at home at “${stop.words}”${where}`
  }
}
