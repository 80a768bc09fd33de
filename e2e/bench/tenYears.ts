/** Ten years of one student with everything a studio writes down, lessons and life at home; only numbers and kinds count. */
import { addDays, pick } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, Rng, ActId, CaseId, LessonId } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { Act, ActBody } from '@vein-mend/core/record'

/** Findings of a lesson. */
const SIGNS = 11
const FAULTS_A_YEAR = 6
const LESSONS_A_YEAR = 52
const RUNGS = 6
/** Blocks ticked on each day of practice, and days of practice in a week. */
const BLOCKS = 4
const DAYS = 6
const WEEK = 7

const padded = (n: number) => String(n).padStart(6, '0')

class Writer {
  readonly acts: Act[] = []
  constructor(
    readonly key: string,
    readonly knowledge: Knowledge,
    readonly rng: Rng,
  ) {}

  do(body: ActBody, day: IsoDate, by = 'teacher'): void {
    const id = `act-${this.key}-${padded(this.acts.length)}` as ActId
    this.acts.push({ ...body, id, at: `${day}T15:00:00.000Z` as IsoInstant, by })
  }

  sign(lesson: LessonId, day: IsoDate): void {
    const { id: finding, text, strand } = pick(this.rng, this.knowledge.findings)
    const strength = pick(this.rng, ['marked', 'slight', 'absent'] as const)
    const rest = { strength, prompted: false, condition: null }
    this.do({ kind: 'sign-noted', lesson, finding, text, strand, ...rest }, day)
  }

  settle(lesson: LessonId, day: IsoDate, number: number): CaseId {
    const fault = pick(this.rng, this.knowledge.faults)
    const id = `case-${this.key}-${padded(number)}` as CaseId
    this.do(
      {
        kind: 'fault-settled',
        lesson,
        case: id,
        // The pack has fewer faults than ten years: each stands for one of its own.
        fault: `${fault.id}-${number}`,
        name: fault.name,
        strand: fault.strand,
        severity: fault.severity,
        probability: 0.8,
        rivals: [],
        stage: 'elementary',
        drivenBy: [],
      },
      day,
    )
    this.do(
      {
        kind: 'remedy-started',
        lesson,
        case: id,
        remedy: 'r',
        name: 'Remedy',
        rungs: Array.from({ length: RUNGS }, (_, i) => rung(i)),
        loads: [],
        weeks: 5,
      },
      day,
    )
    return id
  }

  look(lesson: LessonId, id: CaseId, day: IsoDate, late: boolean): void {
    const seen = {
      condition: 'piece-tempo',
      prompted: false,
      clean: late ? 5 : 2,
      tries: 5,
    } as const
    this.do({ kind: 'look-taken', lesson, case: id, ...seen }, day)
    if (!late && this.rng() < 0.3) {
      this.do({ kind: 'rung-decided', lesson, case: id, decision: 'up' }, day)
    }
  }

  /** The week that is given, and everything ticked. */
  week(monday: IsoDate, working: CaseId | null): void {
    const items = Array.from({ length: BLOCKS }, (_, b) => ({ item: `item-${b}`, minutes: 5 }))
    const blocks = Array.from({ length: DAYS }, (_, day) =>
      items.map((i, b) => ({ ...i, name: `Block ${b}`, case: b === 0 ? working : null, day })),
    ).flat()
    this.do({ kind: 'week-given', week: monday, blocks }, monday)
    for (let d = 0; d < DAYS; d++) {
      const date = addDays(monday, d)
      for (const i of items) {
        this.do({ kind: 'practised', date, ...i, done: true, tempo: null }, date, 'home')
      }
    }
  }
}

function rung(i: number) {
  return {
    id: `rung-${i}`,
    name: `Rung ${i}`,
    instruction: 'Play it three times.',
    way: 'parts' as const,
    condition: 'exercise' as const,
    dose: { times: 5, minutes: 4 },
    pass: { kind: 'share' as const, clean: 4, of: 5 },
  }
}

/** The acts of a student with so many weekly lessons up to the day; lessons are on Mondays. */
export function yearsOfActs(
  key: string,
  lessons: number,
  knowledge: Knowledge,
  until: IsoDate,
  rng: Rng,
): readonly Act[] {
  const writer = new Writer(key, knowledge, rng)
  const first = addDays(until, -WEEK * lessons)
  const card = { ...EMPTY_CARD, name: `Student ${key}`, instrument: knowledge.pack.id }
  writer.do({ kind: 'student-added', card }, first)
  const each = Math.floor(LESSONS_A_YEAR / FAULTS_A_YEAR)
  let current: CaseId | null = null
  for (let n = 0; n < lessons; n++) {
    const lesson = `lesson-${key}-${padded(n)}` as LessonId
    const day = addDays(first, WEEK * n)
    const { pack, mending } = knowledge
    writer.do({ kind: 'lesson-opened', lesson, date: day, pack, mending }, day)
    for (let s = 0; s < SIGNS; s++) writer.sign(lesson, day)
    if (n % each === 0) current = writer.settle(lesson, day, n / each)
    else if (current) {
      writer.look(lesson, current, day, n % each > each / 2)
      if (n % each === each - 1) {
        writer.do({ kind: 'case-mended', lesson, case: current, overruled: 'bench' }, day)
      }
    }
    writer.do(
      { kind: 'lesson-closed', lesson, note: '', family: '', next: addDays(day, WEEK) },
      day,
    )
    writer.week(day, current)
  }
  return writer.acts
}
