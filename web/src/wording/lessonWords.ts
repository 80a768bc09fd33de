/** A lesson in words: one text for the record, one in plain words for the family. */
import type { FaultInLesson, LessonSummary } from '@vein-mend/core/standing'
import { longDay } from './dates'
import { CONDITION_WORDS, plural, STRENGTH_WORDS } from './words'

const RECALL_WORDS = { alone: 'alone', hint: 'with a hint', not: 'not recalled' } as const

function list(words: readonly string[]): string {
  if (words.length <= 1) return words.join('')
  return `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}`
}

function sayFault(f: FaultInLesson): string {
  const parts = [
    ...(f.settled ? ['decided on'] : []),
    ...(f.relapsed ? ['come back'] : []),
    ...(f.rested ? ['let rest'] : []),
    ...(f.recall ? [`cue ${RECALL_WORDS[f.recall]}`] : []),
    ...f.looks.map(
      (l) =>
        `${l.clean} of ${l.tries} clean ${CONDITION_WORDS[l.condition]}${l.prompted ? ', prompted' : ''}`,
    ),
    ...(f.rungsMoved > 0 ? [`${plural(f.rungsMoved, 'rung')} up`] : []),
    ...(f.skipped > 0 ? [`${plural(f.skipped, 'rung')} skipped`] : []),
    ...(f.rungsMoved < 0 ? [`${plural(-f.rungsMoved, 'rung')} down`] : []),
    ...(f.cueAgreed && f.cue !== null ? [`cue “${f.cue}”`] : []),
    ...(f.mended ? ['mended'] : []),
  ]
  return `${f.name}: ${parts.join('; ')}.`
}

/** The lesson for the record, a line each. */
export function sayForRecord(s: LessonSummary): readonly string[] {
  const setup = s.setupRight + s.setupWrong
  return [
    ...(s.works.length > 0 ? [`Works: ${s.works.join('; ')}.`] : []),
    ...(s.aim === '' ? [] : [`Aim: ${s.aim}.`]),
    ...(s.fresh === '' ? [] : [`New: ${s.fresh}.`]),
    ...(setup > 0 ? [`Set-up: ${s.setupRight} of ${setup} right.`] : []),
    ...(s.signs.length > 0
      ? [`Noted: ${s.signs.map((x) => `${x.text} (${STRENGTH_WORDS[x.strength]})`).join('; ')}.`]
      : []),
    ...(s.ownWords.length > 0 ? [`In your own words: ${s.ownWords.join('; ')}.`] : []),
    ...s.checks.map((c) => `${c.name}: ${c.outcome}.`),
    ...s.comparisons.map(
      (c) =>
        `${c.text}: ${STRENGTH_WORDS[c.before]} before, ${STRENGTH_WORDS[c.after]} after ${c.changed}.`,
    ),
    ...s.faults.map(sayFault),
  ]
}

function firstName(name: string): string {
  return name.split(' ')[0] ?? name
}

/** What a parent or the student reads at home: kind, plain and short, without a word of the trade. */
export function sayForFamily(s: LessonSummary, name: string): string {
  const who = firstName(name)
  const mended = s.faults.filter((f) => f.mended).map((f) => f.name.toLowerCase())
  const up = s.faults.filter((f) => f.rungsMoved > 0)
  const cues = s.faults.flatMap((f) => (f.cueAgreed && f.cue !== null ? [f.cue] : []))
  const first = s.sheet.items[0]
  const stopped = s.sheet.stops.length > 0
  const sentences = [
    s.works.length > 0 ? `What works: ${list(s.works)}.` : '',
    mended.length > 0 ? `Mended, and we look again in two weeks: ${list(mended)}.` : '',
    up.length > 0 ? `${who} moved on a step in ${plural(up.length, 'exercise')}.` : '',
    s.aim === '' ? '' : `This week's one aim: ${s.aim}.`,
    cues.length > 0 ? `The word to remember: “${list(cues)}”.` : '',
    first
      ? `At home: ${list(s.sheet.items.map((i) => i.rung.name.toLowerCase()))}, about ${plural(Math.round(s.sheet.minutesAsked), 'minute')} a day${s.sheet.items.length > 1 ? ', in that order' : ''}.`
      : stopped
        ? ''
        : 'At home: play what you love.',
    stopped
      ? `${first ? 'What it would load rests' : `At home ${who} rests from the instrument`} until it is gone or has been looked at (${list(s.sheet.stops.map((x) => x.words.toLowerCase()))}). If it stays or comes back, please see a doctor or physiotherapist before anything is played.`
      : '',
    s.next ? `Next lesson: ${longDay(s.next)}.` : '',
  ]
  return sentences.filter((x) => x !== '').join(' ')
}
