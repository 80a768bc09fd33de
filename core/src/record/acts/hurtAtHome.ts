import { day } from '../../kit'
import { besideAct, plain } from '../actModule'
import { atHome } from '../atHome'
import { lately } from './daysAhead'
import * as fields from './fields'

/** Something hurt at home; it rests until a lesson has answered it. */
export const hurtAtHome = besideAct({
  scope: 'home',
  ...plain('hurt-at-home', { date: day, item: fields.itemId, name: fields.words }),
  refuseOn: lately,
  apply: (record, { id, date, item, name }) => {
    const hurt = { act: id, date, item, name, lessonsBefore: record.lessons.length }
    return atHome(record, { hurts: [...record.home.hurts, hurt] })
  },
})
