/** What a script has happen in the last lesson: the set-up, what hurts and who looked at it, the teacher's own words. */
import { addDays } from '../kit'
import type { IsoDate } from '../kit'
import { stopsHolding } from '../record'
import type { SimulatedRecord } from './simulatedRecord'

function lookAtSetup(student: SimulatedRecord): void {
  const found = student.script.setupAtEnd
  if (found)
    student.do({ kind: 'setup-checked', lesson: student.lesson, place: 'studio', ...found })
}

function reportPain(student: SimulatedRecord): void {
  const { painAtEnd: finding } = student.script
  const { lesson } = student
  if (finding === undefined) return
  const noted = { strength: 'marked', prompted: false, condition: null } as const
  student.do({ kind: 'sign-noted', lesson, finding, ...noted })
}

/** What only the teacher can say: their own words, what is not taught yet, who looked at what hurt. */
function sayAtEnd(student: SimulatedRecord, date: IsoDate): void {
  const { wordsAtEnd = [], holdsShut = {}, lookedAtEnd } = student.script
  const { lesson } = student
  for (const words of wordsAtEnd)
    student.do({ kind: 'word-noted', lesson, words, prompted: false, condition: null })
  for (const [gate, reason] of Object.entries(holdsShut)) {
    student.do({ kind: 'gate-overruled', date, gate, open: false, reason })
  }
  const stop = stopsHolding(student.now).at(-1)
  if (!lookedAtEnd || !stop) return
  const { who, allowed, days } = lookedAtEnd
  const until = addDays(date, days)
  student.do({ kind: 'stop-looked-at', date, stop: stop.act, who, on: date, allowed, until })
}

/** In the order in which it happens. */
export function endOfTerm(student: SimulatedRecord, date: IsoDate): void {
  lookAtSetup(student)
  reportPain(student)
  sayAtEnd(student, date)
}
