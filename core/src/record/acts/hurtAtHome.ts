import { day, optional } from '../../kit'
import { besideAct, plain } from '../actModule'
import { atHome } from '../atHome'
import { raiseStop } from '../stops'
import { lately } from './daysAhead'
import * as fields from './fields'

/** Something hurt at home; where, when they said so. What loads it rests until the teacher has answered. */
export const hurtAtHome = besideAct({
  scope: 'home',
  ...plain('hurt-at-home', {
    date: day,
    item: fields.itemId,
    name: fields.words,
    part: optional(fields.bodyPart),
  }),
  refuseOn: lately,
  apply: (record, { id, date, item, name, part }) => {
    // Said again with the place, it is the same word said better.
    const before = record.stops.filter((s) => s.item === item && s.on === date && s.ended === null)
    const hurts = [
      ...record.home.hurts.filter((h) => !before.some((s) => s.act === h.act)),
      { act: id, date, item, name, part: part ?? null },
    ]
    const parts = part === undefined ? {} : { parts: [part] }
    const stop = { act: id, source: 'home', words: name, on: date, item, ...parts } as const
    const others = record.stops.filter((s) => !before.includes(s))
    return raiseStop({ ...atHome(record, { hurts }), stops: others }, stop)
  },
})
