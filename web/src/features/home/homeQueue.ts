/** What the page at home has seen, what waits to be sent, and what was refused. */
import type { HomeResponse, IdentifiedRequest } from '@vein-mend/contract'
import type { IsoDate, Refusal } from '@vein-mend/core/kit'

/** Raised when the page answers other fields; a page of an earlier shape is fetched anew. */
export const PAGE_SHAPE = 3

export interface HomeKept {
  readonly shape: number
  readonly seen: HomeResponse | null
  readonly waiting: readonly IdentifiedRequest[]
  /** Acts the server would not take; they are told, and kept here. */
  readonly refused: readonly IdentifiedRequest[]
}

export const NOTHING_KEPT: HomeKept = {
  shape: PAGE_SHAPE,
  seen: null,
  waiting: [],
  refused: [],
}

export function parseKept(text: string | null): HomeKept {
  if (text === null) return NOTHING_KEPT
  const kept = JSON.parse(text) as Partial<HomeKept>
  const seen = kept.shape === PAGE_SHAPE ? (kept.seen ?? null) : null
  return { ...NOTHING_KEPT, ...kept, shape: PAGE_SHAPE, seen }
}

/** After the server took these; what was added meanwhile still waits. */
export function afterSent(
  kept: HomeKept,
  page: HomeResponse,
  sent: readonly IdentifiedRequest[],
): HomeKept {
  const ids = new Set(sent.map((r) => r.id))
  return { ...kept, seen: page, waiting: kept.waiting.filter((r) => !ids.has(r.id)) }
}

/**
 * After the server refused the acts sent: the one it names is put aside, so that those behind it get through.
 * A refusal that names none puts the first aside.
 */
export function afterRefused(
  kept: HomeKept,
  refusal: Refusal,
  sent: readonly IdentifiedRequest[],
): HomeKept {
  const [, at] = refusal.path
  const bad = sent[Number(at ?? 0)] ?? sent[0]
  if (!bad) return kept
  return {
    ...kept,
    waiting: kept.waiting.filter((r) => r.id !== bad.id),
    refused: [...kept.refused, bad],
  }
}

/** The page with what waits already in it. */
export function withWaiting(
  seen: HomeResponse,
  waiting: readonly IdentifiedRequest[],
): HomeResponse {
  return waiting.reduce((page, act) => {
    if (act.kind === 'hurt-at-home') {
      const { item, name } = act
      return { ...page, stopped: [...page.stopped, { item, name }] }
    }
    if (act.kind !== 'practised') return page
    const { date, item, minutes, tempo, done } = act
    const others = page.ticks.filter((t) => !(t.date === date && t.item === item))
    return { ...page, ticks: done ? [...others, { date, item, minutes, tempo }] : others }
  }, seen)
}

/** The day to show: the server's while it answers; else the phone's own, where the page reaches that far. */
export function dayShown(page: HomeResponse, away: boolean, phoneDay: IsoDate): IsoDate {
  return away && page.days.some((d) => d.date === phoneDay) ? phoneDay : page.today
}
