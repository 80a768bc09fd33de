import { day, flag, nullable, number, object, optional, usually } from '../../kit'
import { besideAct, plain } from '../actModule'
import { tick, untick } from '../atHome'
import { lately } from './daysAhead'
import * as fields from './fields'

/** Beyond so many times the note's length nobody played what was asked. */
export const EVENNESS_MOST = 5
const SHARE = { least: 0, most: EVENNESS_MOST } as const
const STEPS = { least: 1, most: 10_000 } as const

/** Ticked at home, or unticked. */
export const practised = besideAct({
  scope: 'home',
  ...plain('practised', {
    date: day,
    item: fields.itemId,
    minutes: fields.blockMinutes,
    done: flag,
    /** Beats per minute reached; null when none was said. */
    tempo: usually(nullable(fields.bpm), null),
    /** How even it was, where it was played or tapped in. */
    evenness: optional(
      object({
        /** Absent in what was kept before taps were told from keys. */
        tapped: usually(flag, false),
        value: number(SHARE),
        low: number(SHARE),
        high: number(SHARE),
        count: number({ ...STEPS, whole: true }),
      }),
    ),
  }),
  refuseOn: lately,
  apply: (record, { date, item, minutes, done, tempo, evenness }) =>
    done
      ? tick(record, { date, item, minutes, tempo, ...(evenness ? { evenness } : {}) })
      : untick(record, date, item),
})
