/** What the page at home shows: what the server said, with what waits here already in it. */
import type { HomeResponse, HomeStop } from '@vein-mend/contract'
import type { IsoDate } from '@vein-mend/core/kit'
import { BODY_PARTS } from '@vein-mend/core/packs'
import type { BodyPart } from '@vein-mend/core/packs'
import type { IdentifiedRequest, RequestOf } from '@vein-mend/core/record'

/** Raised when the page answers other fields; a page of an earlier shape is fetched anew. */
export const PAGE_SHAPE = 8

/** The page as it was kept on the phone; null where it is none of this shape. */
export function parseSeen(text: string | null): HomeResponse | null {
  if (text === null) return null
  try {
    const kept = JSON.parse(text) as { shape?: number; seen?: HomeResponse }
    return kept.shape === PAGE_SHAPE ? (kept.seen ?? null) : null
  } catch {
    // Half written when the page went: it is fetched anew.
    return null
  }
}

const isOnly = ({ parts }: HomeStop, part: BodyPart) => parts.length === 1 && parts[0] === part

/** As the record will have it: a place goes before "somewhere", and another place is a stop of its own. */
function withHurt(
  page: HomeResponse,
  { item, name, part, parts: several = [] }: RequestOf<'hurt-at-home'>,
): HomeResponse {
  const told = page.stops.filter((s) => s.item === item && s.today)
  const known = told.flatMap((s) => (s.placed ? s.parts : []))
  const parts = BODY_PARTS.filter((p) => (p === part || several.includes(p)) && !known.includes(p))
  if (told.length > 0 && parts.length === 0) return page
  const placed = parts.length > 0
  const stop = { item, name, parts: placed ? parts : BODY_PARTS, placed, today: true }
  return { ...page, stops: [...page.stops.filter((s) => !told.includes(s) || s.placed), stop] }
}

/** The page with what waits already in it. */
export function withWaiting(
  seen: HomeResponse,
  waiting: readonly IdentifiedRequest[],
): HomeResponse {
  return waiting.reduce((page, act) => {
    if (act.kind === 'hurt-at-home') return withHurt(page, act)
    if (act.kind === 'hurt-taken-back') {
      const meant = (s: HomeStop) => act.part === undefined || isOnly(s, act.part)
      const stops = page.stops.filter((s) => !(s.item === act.item && s.today && meant(s)))
      return { ...page, stops }
    }
    if (act.kind !== 'practised') return page
    const { date, item, minutes, tempo, done, evenness } = act
    const others = page.ticks.filter((t) => !(t.date === date && t.item === item))
    const tick = { date, item, minutes, tempo, ...(evenness ? { evenness } : {}) }
    return { ...page, ticks: done ? [...others, tick] : others }
  }, seen)
}

/** Whether what stops leaves nothing that may be played. */
export function playsNothing(page: HomeResponse): boolean {
  return page.stops.some((s) => s.parts.some((part) => page.playing.includes(part)))
}

/** The day to show: the server's while it answers; else the phone's own, where the page reaches that far. */
export function dayShown(page: HomeResponse, away: boolean, phoneDay: IsoDate): IsoDate {
  return away && page.days.some((d) => d.date === phoneDay) ? phoneDay : page.today
}
