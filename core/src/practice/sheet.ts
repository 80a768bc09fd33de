/** The practice sheet: the week by exercise, and what is said of each; the same on the screen, on paper and at home. */
import { sayPass } from '../packs'
import type { Condition, Way } from '../packs'
import type { LadderRung } from '../remedy'
import { DAY_ORDER } from './items'
import type { PracticeItem } from './items'
import type { WeekPlan } from './week'

/** One exercise of the week, with its minutes on each day; null on a day without it. */
export interface WeekRow {
  readonly item: PracticeItem
  /** Seven, from Monday. */
  readonly minutes: readonly (number | null)[]
}

/** The week by exercise, in the order in which they come on a day. */
export function weekRows({ items, days }: WeekPlan): readonly WeekRow[] {
  return items
    .map((item) => ({
      item,
      minutes: days.map((d) => d.blocks.find((b) => b.item.id === item.id)?.minutes ?? null),
    }))
    .filter(({ minutes }) => minutes.some((m) => m !== null))
    .sort((a, b) => DAY_ORDER.indexOf(a.item.place) - DAY_ORDER.indexOf(b.item.place))
}

/** What is said of a rung besides what is done. */
export interface RungLines {
  /** The way in which it is taught, as it is done alone. */
  readonly how: string
  readonly dose: string
  /** When it is good enough to stop. */
  readonly ready: string
}

/** Ways of teaching as a student goes them alone; common practice, no source. */
const ALONE: Readonly<Record<Way, { readonly child: string; readonly adult: string }>> = {
  'hear-mime-mirror-play-describe': {
    child: 'Hear it in your head, show it without sound, play it. Then say how it felt.',
    adult: 'Hear it inwardly, mime it, play it, then say in your own words how it went.',
  },
  'i-we-you': {
    child: 'Hear in your head how your teacher played it. Then play it two or three times.',
    adult:
      'Recall how it was shown and follow it once in your mind, then play it two or three times.',
  },
  'sing-play-imagine': {
    child: 'Sing it. Sing and play. Then only think of singing, and play.',
    adult: 'Sing it, sing and play, then imagine it and play.',
  },
  parts: {
    child: 'First a small part, then the next, then both together.',
    adult: 'In parts first, the weaker one before the other, then together.',
  },
  'block-the-old-habit': {
    child: 'Keep the old way shut, as you were shown.',
    adult: 'The old habit stays blocked, as it was shown.',
  },
  'before-and-after': {
    child: 'Once as before, change one thing, once again. Which was better?',
    adult: 'Once before, one change, once after: listen twice.',
  },
  'game-or-cue': {
    child: 'Say your word. If it slips, begin again.',
    adult: 'Say the cue; when it slips, begin again.',
  },
}

/** Where nobody reminds them, the cue is not said either. */
const UNREMINDED = {
  child: 'Do not say your word before. Find out afterwards.',
  adult: 'Without the cue: find out afterwards whether it held.',
}
/** Where no cue is agreed yet there is none to be said. */
const NO_CUE = { child: 'If it slips, begin again.', adult: 'When it slips, begin again.' }
const UNREMINDED_AT: ReadonlySet<Condition> = new Set(['unprompted', 'performance'])

const HANDS: Readonly<Record<string, string>> = {
  each: 'each hand',
  both: 'both hands',
  right: 'right hand',
  left: 'left hand',
}

/** Which hands, in the pack's own words where it is none of the usual. */
function handWords(hands: string): string {
  return HANDS[hands] ?? `hands: ${hands}`
}

/** Who reads the lines, and of what. */
export interface RungReader {
  readonly child: boolean
  /** A cue is agreed for the fault. */
  readonly cue: boolean
  /** It is mended and only kept up: there is no next step. */
  readonly upkeep: boolean
}

function howOf({ way, condition }: LadderRung, { child, cue }: RungReader): string {
  const said = child ? 'child' : 'adult'
  if (way !== 'game-or-cue') return ALONE[way][said]
  if (UNREMINDED_AT.has(condition)) return cue ? UNREMINDED[said] : NO_CUE[said]
  return cue ? ALONE[way][said] : NO_CUE[said]
}

/** For the student who reads it. */
export function rungLines(rung: LadderRung, reader: RungReader): RungLines {
  const { dose, pass } = rung
  const { child, upkeep } = reader
  const goingOn = child
    ? `You may go on when you get ${sayPass(pass)}.`
    : `The next step follows ${sayPass(pass)}; stop there, tired tries teach the fault.`
  return {
    how: howOf(rung, reader),
    dose: [
      `${dose.times} ${dose.times === 1 ? 'time' : 'times'}`,
      ...(dose.tempo === undefined ? [] : [dose.tempo]),
      ...(dose.hands === undefined ? [] : [handWords(dose.hands)]),
    ].join(', '),
    ready: upkeep ? 'It is mended: a little keeps it so.' : goingOn,
  }
}
