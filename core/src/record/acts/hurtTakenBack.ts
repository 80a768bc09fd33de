import { day } from '../../kit'
import { besideAct, plain } from '../actModule'
import { endStops } from '../stops'
import { lately } from './daysAhead'
import * as fields from './fields'

/** It did not hurt: the word was given by mistake, and is taken back on the day it was given. */
export const hurtTakenBack = besideAct({
  scope: 'home',
  ...plain('hurt-taken-back', { date: day, item: fields.itemId }),
  refuseOn: lately,
  apply: (record, { id, date, item }) =>
    endStops(record, (s) => s.source === 'home' && s.item === item && s.on === date, {
      act: id,
      how: 'taken-back',
      on: date,
      words: '',
    }),
})
