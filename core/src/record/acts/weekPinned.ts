import { day, flag, nullable, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { atHome } from '../atHome'
import * as fields from './fields'

/** A place in the week at home fixed by hand; null lets it go again. */
export const weekPinned = besideAct({
  ...plain('week-pinned', {
    week: day,
    item: fields.itemId,
    day: fields.weekday,
    on: usually(nullable(flag), null),
  }),
  apply: (record, { week, item, day: weekday, on }) => {
    const others = record.home.pins.filter(
      (p) => !(p.week === week && p.item === item && p.day === weekday),
    )
    const pins = on === null ? others : [...others, { week, item, day: weekday, on }]
    return atHome(record, { pins })
  },
})
