/** Words of the week at home. */
import type { BlockReason } from '@vein-mend/core/practice'

export const WHY_WORDS: Record<BlockReason, string> = {
  pinned: 'you put it here',
  'set-up-first': 'something of the set-up was wrong when last looked at, so it comes before sound',
  'gate-ahead':
    'you are getting ready for this gate; it opens when its needs hold most of the time',
  'goes-first': 'you put this project first',
  'new-while-fresh': 'new movement: early in the day, while fresh, and few of them a day',
  'eve-of-lesson': 'the day before the lesson counts a little more',
  'eve-of-group': 'the day before the group counts a little more for its pieces',
  'for-the-group': 'what the group plays next comes before other music',
  'upkeep-spaced': 'keeps what is mended: a little, never two days running',
  daily: 'wanted on most days: little and often',
  'fits-today': 'this day has the minutes for it',
  'a-touch': 'a short touch, so that no day goes by without it',
  'rest-of-the-day': 'what is left of the day belongs to the student’s own music',
}
