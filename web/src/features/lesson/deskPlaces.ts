/** Where on the desk each step of the lesson is done, and the way there. */
import type { AgendaStep } from '@vein-mend/core/standing'
import type { CaseId } from '@vein-mend/core/kit'
import { STOPS_PLACE } from '../../parts/stopsPlace'

export const SIGNS_PLACE = 'desk-signs'
export const SAY_PLACE = 'desk-say'
export const SETUP_PLACE = 'desk-set-up'
export const CLOSE_PLACE = 'desk-close'

export function projectPlace(id: CaseId): string {
  return `desk-${id}`
}

/** The id of the place of a step; null for music, which is played and not noted. */
export function placeOf({ kind, about }: AgendaStep): string | null {
  switch (kind) {
    case 'what-works':
      return SAY_PLACE
    case 'diagnose':
      return SIGNS_PLACE
    case 'set-up':
      return SETUP_PLACE
    case 'recall':
    case 'look':
    case 'recheck':
    case 'rung':
      return about && projectPlace(about.id)
    case 'close':
      return CLOSE_PLACE
    case 'stop':
      return STOPS_PLACE
    case 'music':
      return null
  }
}

/** The fold of its rung. */
export function rungPlace(id: CaseId): string {
  return `desk-rung-${id}`
}

/** What asks why a rung is skipped. */
export function skipPlace(id: CaseId): string {
  return `desk-skip-${id}`
}

/** Opens the fold of the rung, and the question why it need not be tried. */
export function goToSkip(id: CaseId): void {
  const isThere = () => document.getElementById(skipPlace(id))
  if (!isThere()) {
    const fold = document.getElementById(rungPlace(id))
    fold?.querySelector<HTMLElement>(':scope > button[aria-expanded="false"]')?.click()
  }
  // The fold has to open first.
  requestAnimationFrame(() => isThere()?.click())
}

const CAN_BE_USED = 'input:not([disabled]), button:not([disabled])'

/** Opens the place where it is shut, brings it into sight, and puts the keys there. */
export function goToPlace(id: string): void {
  const place = document.getElementById(id)
  if (!place) return
  place.querySelector<HTMLElement>(':scope > button[aria-expanded="false"]')?.click()
  place.scrollIntoView({ block: 'start' })
  const within = place.matches(CAN_BE_USED) ? place : place.querySelector<HTMLElement>(CAN_BE_USED)
  within?.focus({ preventScroll: true })
}
