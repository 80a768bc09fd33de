/**
 * What stops the playing: pain, numbness, dizziness, whoever told of it. A stop holds from lesson to lesson and
 * from week to week until the teacher says that it is gone or was looked at; nothing else ends it.
 */
import type { IsoDate, ActId } from '../kit'
import { BODY_PARTS } from '../packs'
import type { BodyPart } from '../packs'
import type { StudentCard } from './card'
import type { CaseState, StudentRecord } from './state'
import type { Eased, Stop } from './stopShape'

type Raised = Pick<Stop, 'act' | 'source' | 'words' | 'on'> &
  Partial<Pick<Stop, 'parts' | 'finding' | 'item'>>

/** Stops that hold some part, oldest first. */
export function stopsHolding(record: StudentRecord): readonly Stop[] {
  return record.stops.filter((s) => s.ended === null && s.parts.length > 0)
}

/** Stops nobody has ended, with those that hold nothing for as long as somebody who looked allows it. */
export function stopsOpen(record: StudentRecord): readonly Stop[] {
  return record.stops.filter((s) => s.ended === null)
}

/** The parts a stop was told of, in their order. */
function wholeOf({ parts, eased }: Stop): readonly BodyPart[] {
  return BODY_PARTS.filter((part) => parts.includes(part) || eased?.allowed.includes(part))
}

/** A stop with what is allowed taken out of what it holds; ended where everything is, for good. */
export function easeStop(stop: Stop, said: Eased, on: IsoDate): Stop {
  const all = wholeOf(stop)
  // Nothing is allowed that this stop was not told of.
  const eased = { ...said, allowed: all.filter((part) => said.allowed.includes(part)) }
  const parts = all.filter((part) => !eased.allowed.includes(part))
  const isOver = parts.length === 0 && eased.until === null
  const ended = { act: eased.act, how: 'looked-at', on, words: '' } as const
  return { ...stop, parts, eased, ended: isOver ? ended : null }
}

/** A stop as if nobody had allowed anything. */
export function heldAgain(stop: Stop): Stop {
  return stop.eased === null ? stop : { ...stop, parts: wholeOf(stop), eased: null }
}

/** The record as it holds on a day: what was allowed until an earlier one is held again. */
export function recordAsOf(record: StudentRecord, today: IsoDate): StudentRecord {
  const isPast = (s: Stop) =>
    s.ended === null && s.eased !== null && s.eased.until !== null && s.eased.until < today
  if (!record.stops.some(isPast)) return record
  return { ...record, stops: record.stops.map((s) => (isPast(s) ? heldAgain(s) : s)) }
}

/** Parts that may not be loaded now. */
export function stoppedParts(record: StudentRecord): readonly BodyPart[] {
  const parts = new Set(stopsHolding(record).flatMap((s) => s.parts))
  return BODY_PARTS.filter((part) => parts.has(part))
}

/** The first of the parts that may not be loaded now; null when all may. */
export function stoppedOf(record: StudentRecord, loads: readonly BodyPart[]): BodyPart | null {
  const stopped = stoppedParts(record)
  return loads.find((part) => stopped.includes(part)) ?? null
}

/**
 * Whether a fault's exercises and looks rest: its ladder loads what is stopped, or one of them hurt at home. Where no
 * ladder is being climbed a look is played in music, and what that loads stands in no record: any stop lets it rest.
 */
export function restsForPain(record: StudentRecord, state: CaseState): boolean {
  const hurtHere = stopsHolding(record).some((s) => s.item?.startsWith(`${state.id}-`))
  const climbed = state.status.state === 'healing' ? state.ladder : null
  return hurtHere || stoppedOf(record, climbed?.loads ?? BODY_PARTS) !== null
}

/** The record with the stop on it; the same sign told again is the same stop. */
export function raiseStop(record: StudentRecord, raised: Raised): StudentRecord {
  const { finding = null, item = null, parts = BODY_PARTS } = raised
  const known = (s: Stop) => s.ended === null && finding !== null && s.finding === finding
  // Told again it is there again, whatever somebody allowed before.
  if (record.stops.some(known))
    return { ...record, stops: record.stops.map((s) => (known(s) ? heldAgain(s) : s)) }
  const stop: Stop = { ...raised, parts, finding, item, eased: null, ended: null }
  return { ...record, stops: [...record.stops, stop] }
}

/** The record with those stops ended that hold and are meant. */
export function endStops(
  record: StudentRecord,
  meant: (stop: Stop) => boolean,
  ended: NonNullable<Stop['ended']>,
): StudentRecord {
  const stops = record.stops.map((s) => (s.ended === null && meant(s) ? { ...s, ended } : s))
  return { ...record, stops }
}

/** What the card says of pain when playing raises a stop, and ends it when it is taken off the card. */
export function stopsOfCard(
  record: StudentRecord,
  before: StudentCard | null,
  act: { readonly id: ActId; readonly on: IsoDate },
): StudentRecord {
  const { on } = act
  const [was, is] = [before?.flags.includes('pain') ?? false, record.card.flags.includes('pain')]
  if (is && !was) {
    return raiseStop(record, { act: act.id, source: 'card', words: 'Pain when playing', on })
  }
  if (was && !is) {
    return endStops(record, (s) => s.source === 'card', {
      act: act.id,
      how: 'gone',
      on,
      words: '',
    })
  }
  return record
}
