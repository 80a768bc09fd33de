/**
 * What stops the playing: pain, numbness, dizziness, whoever told of it. A stop holds from lesson to lesson and
 * from week to week until the teacher says that it is gone or was looked at; nothing else ends it.
 */
import type { IsoDate, ActId } from '../kit'
import { BODY_PARTS } from '../packs'
import type { BodyPart } from '../packs'
import type { StudentCard } from './card'
import type { CaseState, StudentRecord } from './state'
import type { Stop } from './stopShape'

type Raised = Pick<Stop, 'act' | 'source' | 'words' | 'on'> &
  Partial<Pick<Stop, 'parts' | 'finding' | 'item'>>

/** Stops that hold, oldest first. */
export function stopsHolding(record: StudentRecord): readonly Stop[] {
  return record.stops.filter((s) => s.ended === null)
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

/** Whether a fault's exercises rest: its ladder loads what is stopped, or one of them hurt at home. */
export function restsForPain(record: StudentRecord, state: CaseState): boolean {
  const hurtHere = stopsHolding(record).some((s) => s.item?.startsWith(`${state.id}-`))
  return hurtHere || stoppedOf(record, state.ladder?.loads ?? []) !== null
}

/** The record with the stop on it; the same sign told again is the same stop. */
export function raiseStop(record: StudentRecord, raised: Raised): StudentRecord {
  const { finding = null, item = null, parts = BODY_PARTS } = raised
  const known = stopsHolding(record).some((s) => finding !== null && s.finding === finding)
  if (known) return record
  const stop: Stop = { ...raised, parts, finding, item, ended: null }
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
