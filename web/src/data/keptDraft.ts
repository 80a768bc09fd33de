/** A form half filled in, kept with what it began from, so that it never overwrites what has become newer. */
import { isObject } from '@vein-mend/core/kit'
import { forgetText, keepText, keptText } from './keep'

/** Before the keys of forms half filled in. */
export const DRAFTS = 'vein-mend-draft-'

type Fields = Readonly<Record<string, unknown>>

interface Draft {
  readonly base: Fields
  readonly values: Fields
}

function parse(text: string | null): Draft | null {
  if (text === null) return null
  try {
    const value: unknown = JSON.parse(text)
    if (isObject(value) && isObject(value.base) && isObject(value.values)) {
      return { base: value.base, values: value.values }
    }
  } catch {
    // Half written when the browser went: there is nothing to go on from.
  }
  return null
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** The present values with the fields laid over them that were typed; the others are as they are now. */
export function laidOver<T extends object>(now: T, draft: Draft | null): T {
  if (!draft) return now
  const typed = Object.entries(draft.values).filter(([key, value]) => !same(value, draft.base[key]))
  return { ...now, ...Object.fromEntries(typed) }
}

/** The form as it was left, on top of what it would begin from now. */
export function readDraft<T extends object>(key: string, now: T): T {
  return laidOver(now, parse(keptText(DRAFTS + key)))
}

export function keepDraft(key: string, base: object, values: object): void {
  keepText(DRAFTS + key, JSON.stringify({ base, values }))
}

export function dropDraft(key: string): void {
  forgetText(DRAFTS + key)
}
