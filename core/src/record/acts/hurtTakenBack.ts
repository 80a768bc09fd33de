import { day, optional } from '../../kit'
import { besideAct, plain } from '../actModule'
import { endStops } from '../stopping'
import { lately } from './daysAhead'
import * as fields from './fields'

/** It did not hurt, or not there: the word was given by mistake, and is taken back on the day it was given. */
export const hurtTakenBack = besideAct({
  scope: 'home',
  ...plain('hurt-taken-back', {
    date: day,
    item: fields.itemId,
    /** Of this place alone, where several were told; all of it where none is named. */
    part: optional(fields.bodyPart),
  }),
  refuseOn: lately,
  apply: (record, { id, date, item, part }) =>
    endStops(
      record,
      (s) =>
        s.source === 'home' &&
        s.item === item &&
        s.on === date &&
        (part === undefined || (s.parts.length === 1 && s.parts[0] === part)),
      { act: id, how: 'taken-back', on: date, words: '' },
    ),
})
