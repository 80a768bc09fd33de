/** A count of tries that cannot be. */
import { refuse } from '../refusal'

/** Why so many clean of so many cannot be; null when it can. */
export function refuseTries(act: { readonly clean: number; readonly tries: number }) {
  const { clean, tries } = act
  if (tries < 1) return refuse('tries_missing', 'tries')
  return clean > tries ? refuse('more_clean_than_tries', 'clean', { clean, tries }) : null
}
