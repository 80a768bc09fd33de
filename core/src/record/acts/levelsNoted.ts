import { day, nullable, usually, whole } from '../../kit'
import { besideAct, plain } from '../actModule'
import { LEVELS } from '../vocabulary'
import { notAhead } from './daysAhead'

const level = usually(nullable(whole(LEVELS.least, LEVELS.most)), null)

/** Where the skills stand, as the teacher sees it. */
export const levelsNoted = besideAct({
  ...plain('levels-noted', { date: day, hands: level, reading: level, ear: level, pieces: level }),
  refuseOn: notAhead,
  apply: (record, { date, hands, reading, ear, pieces }) => {
    const earlier = record.levels.filter((l) => l.date !== date)
    const levels = [...earlier, { date, hands, reading, ear, pieces }].sort((a, b) =>
      a.date < b.date ? -1 : 1,
    )
    return { ...record, levels }
  },
})
