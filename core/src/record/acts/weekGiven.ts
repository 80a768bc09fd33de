import { day, list, nullable, object, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { giveWeek } from '../atHome'
import * as fields from './fields'

/** Forty items on each day of a week. */
const BLOCKS_MOST = 280

/** The week as it goes home; it holds until another is given. */
export const weekGiven = besideAct({
  ...plain('week-given', {
    week: day,
    blocks: list(
      object({
        item: fields.itemId,
        name: fields.packEntryName,
        case: usually(nullable(fields.fault), null),
        day: fields.weekday,
        minutes: fields.blockMinutes,
      }),
      BLOCKS_MOST,
    ),
  }),
  loads: ({ blocks }, _record, knowledge) => (blocks.length > 0 ? knowledge.playing : []),
  apply: (record, { week, blocks }) => giveWeek(record, { week, blocks }),
})
