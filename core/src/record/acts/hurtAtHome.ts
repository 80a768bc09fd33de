import { day, list, optional } from '../../kit'
import { BODY_PARTS } from '../../packs'
import { besideAct, plain } from '../actModule'
import { atHome } from '../atHome'
import type { HomeHurt } from '../homeLog'
import type { StudentRecord } from '../state'
import { heldAgain, raiseStop, stopsHolding } from '../stopping'
import { lately } from './daysAhead'
import * as fields from './fields'

/** What was told of the same on that day and has not been answered. */
function toldAlready(record: StudentRecord, { item, date }: HomeHurt): readonly HomeHurt[] {
  const holding = new Set(
    stopsHolding(record).flatMap((s) => (s.item === item && s.on === date ? [s.act] : [])),
  )
  return record.home.hurts.filter((h) => holding.has(h.act))
}

function withHurt(record: StudentRecord, hurt: HomeHurt): StudentRecord {
  const told = toldAlready(record, hurt)
  const parts = hurt.parts.filter((part) => !told.some((h) => h.parts.includes(part)))
  // Said again without a place, or of parts that rest already, it is the same word.
  if (told.length > 0 && parts.length === 0) {
    const again = new Set(told.map((h) => h.act))
    // Said again after somebody allowed part of it, all of it is held.
    return { ...record, stops: record.stops.map((s) => (again.has(s.act) ? heldAgain(s) : s)) }
  }
  // A place said afterwards takes the place of "somewhere"; of another place it is a word of its own.
  const unplaced = new Set(told.flatMap((h) => (h.parts.length === 0 ? [h.act] : [])))
  const others = record.home.hurts.filter((h) => !unplaced.has(h.act))
  const { act, date: on, item, name: words } = hurt
  return raiseStop(
    {
      ...atHome(record, { hurts: [...others, { ...hurt, parts }] }),
      stops: record.stops.filter((s) => !unplaced.has(s.act)),
    },
    { act, source: 'home', words, on, item, ...(parts.length > 0 ? { parts } : {}) },
  )
}

/** Something hurt at home; where, when they said so. What loads it rests until the teacher has answered. */
export const hurtAtHome = besideAct({
  scope: 'home',
  ...plain('hurt-at-home', {
    date: day,
    item: fields.itemId,
    name: fields.packEntryName,
    /** One place, as it was kept before several could be told. */
    part: optional(fields.bodyPart),
    parts: optional(list(fields.bodyPart, BODY_PARTS.length)),
  }),
  refuseOn: lately,
  apply: (record, { id, date, item, name, part, parts = [] }) =>
    withHurt(record, {
      ...{ act: id, date, item, name },
      parts: BODY_PARTS.filter((p) => p === part || parts.includes(p)),
    }),
})
