import { day, text } from '../../kit'
import { besideAct, plain } from '../actModule'
import { atHome } from '../atHome'
import { lately } from './daysAhead'
import { NOTE_MOST } from './fields'

/** A word from home. */
export const homeNoted = besideAct({
  scope: 'home',
  ...plain('home-noted', { date: day, words: text(NOTE_MOST, 1) }),
  refuseOn: lately,
  apply: (record, { id, date, words }) =>
    atHome(record, { notes: [...record.home.notes, { act: id, date, words }] }),
})
