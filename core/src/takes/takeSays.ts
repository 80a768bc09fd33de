/** What a measured take says of the signs its pack lets be measured: each with its value, its threshold and its weight. */
import { measureAsked } from '../packs'
import type { Fault, Finding, Knowledge, MeasuredBy, PassRule, Strength } from '../packs'
import { isClear, isTold, medianOf, ratioOf } from '../measure'
import { analyserOf, mayTell } from '../analysers'
import type { CaseId } from '../kit'
import type { Take, TakeMeasure, TakeReading } from './take'

/** All takes of a student, as the record has them. */
type WithTakes = { readonly takes: readonly Take[] }

/** One sign a take speaks for or against. */
export interface TakeSays {
  readonly finding: Finding
  readonly measured: MeasuredBy
  readonly measure: TakeMeasure
  /** How much likelier the value is with the sign than without. */
  readonly ratio: number
  /** The whole interval lies beyond the threshold. */
  readonly told: boolean
  /** The whole interval lies on this side of it. */
  readonly clear: boolean
  /** The student's own usual value, over earlier lessons; null with too few. */
  readonly own: number | null
}

/** Lessons with that measure from which a student has a usual value of their own. */
const OWN_LEAST = 2

/** What holds of a take: the readings of its latest measuring, by each analyser that reads such a take. */
export function readingsNow(take: Take): readonly TakeReading[] {
  const run = take.readings.at(-1)?.run
  return take.readings.filter((r) => r.run === run)
}

/** The first of the readings that hold; what all of one measuring have in common stands in it. */
export function latestReading(take: Take): TakeReading | null {
  return readingsNow(take)[0] ?? null
}

/** A value with the reading it stands in. */
interface MeasureRead {
  readonly measure: TakeMeasure
  readonly reading: TakeReading
}

/** The value of that name, of whatever analyser, in the readings that hold; null where there is none. */
export function measureNow(take: Take, name: string): MeasureRead | null {
  for (const reading of readingsNow(take)) {
    const measure = reading.measures.find((m) => m.name === name)
    if (measure) return { measure, reading }
  }
  return null
}

/** The fault a take is of: that of the rung it was laid against, or the one it was kept for. */
export function caseOf(take: Take): CaseId | null {
  return latestReading(take)?.of?.case ?? take.case
}

/**
 * The middle of the measure over earlier lessons, each lesson by its middle take: many takes of a day are one day. Only
 * readings of the same analyser: what is tapped is not played, and sound is heard less exactly than keys.
 */
function ownValue(record: WithTakes, take: Take, name: string): number | null {
  const analyser = measureNow(take, name)?.reading.analyser
  const byLesson = new Map<string, number[]>()
  for (const other of record.takes) {
    if (other.lesson === take.lesson || other.date > take.date || other.removed) continue
    const found = measureNow(other, name)
    if (!found || found.reading.analyser !== analyser) continue
    byLesson.set(other.lesson, [...(byLesson.get(other.lesson) ?? []), found.measure.value])
  }
  if (byLesson.size < OWN_LEAST) return null
  return medianOf([...byLesson.values()].map(medianOf))
}

/** Whether the take can speak of the sign: by a measure that may tell, with, or without, crossings as it asks for. */
function fits({ crossing, by }: MeasuredBy, reading: TakeReading): boolean {
  if (!mayTell(reading.analyser, by)) return false
  return crossing === undefined || crossing === (reading.of?.crossing ?? false)
}

/** A take at so much of the tempo, or less, is a slower one; common practice. */
const SLOWER = 0.8

/** The slowest other take of the same rung and lesson, where it is slower enough to compare; null for none. */
function slowerTake(record: WithTakes, take: Take): Take | null {
  const now = measureNow(take, 'tempo')
  if (!now) return null
  const slower = record.takes.flatMap((other) => {
    const found = measureNow(other, 'tempo')
    const same =
      other.lesson === take.lesson &&
      found?.reading.of?.rung === now.reading.of?.rung &&
      found?.reading.analyser === now.reading.analyser
    const enough = found && found.measure.value <= SLOWER * now.measure.value
    return enough && same && !other.removed ? [{ other, tempo: found.measure.value }] : []
  })
  const [slowest] = slower.sort((a, b) => a.tempo - b.tempo)
  return slowest?.other ?? null
}

/** The value as it lies against the student's own usual one; of times as many, their ratio less one. */
export function againstOwn(measure: TakeMeasure, own: number): TakeMeasure {
  const turn = (x: number) => (measure.unit === 'times' ? x / own - 1 : x - own)
  return {
    ...measure,
    value: turn(measure.value),
    low: turn(measure.low),
    high: turn(measure.high),
  }
}

/** Signs that cannot be told yet: they count against the student's own usual value, and nobody knows that. */
export function notToldYet(
  record: WithTakes,
  take: Take,
  knowledge: Knowledge,
): readonly Finding[] {
  return knowledge.findings.filter(
    ({ measured }) =>
      measured?.against === 'own' &&
      measureNow(take, measured.by) &&
      ownValue(record, take, measured.by) === null,
  )
}

/** How likely the sign stays unseen in so little: that much at least speaks for it still. */
function unseenIn(analyser: string, { name, count }: TakeMeasure): number {
  return analyserOf(analyser)?.unseen(name, count) ?? 1
}

/** One half of a sign never speaks for the whole by more than this; our choice, no source. */
const HALF_MOST = 3

/** The sign told by one value; null where it counts against the student's own and nobody knows that yet. */
function saysOfMeasure(
  record: WithTakes,
  take: Take,
  analyser: string,
  finding: Finding,
  measured: MeasuredBy,
  measure: TakeMeasure,
): TakeSays | null {
  const own = ownValue(record, take, measured.by)
  if (measured.against === 'own' && own === null) return null
  const against = measured.against === 'own' && own !== null
  const counted = against ? againstOwn(measure, own) : measure
  // Without the sign, what lies against the own usual value is nought.
  const ratio = Math.max(ratioOf(counted, measured, against ? 0 : own), unseenIn(analyser, measure))
  return {
    finding,
    measured,
    measure,
    ratio: measured.half ? Math.min(HALF_MOST, ratio) : ratio,
    told: isTold(counted, measured) && measured.half !== true,
    clear: isClear(counted, measured),
    own,
  }
}

/** "Only when fast": there in this take, and not in the slower one; what says less of the two decides. */
function onlyFaster(says: TakeSays, slower: Take | null): TakeSays | null {
  const measure = slower && measureNow(slower, says.measured.by)?.measure
  if (!measure) return null
  const slowlyNot = 1 / ratioOf(measure, says.measured)
  return {
    ...says,
    ratio: Math.min(says.ratio, slowlyNot),
    told: says.told && isClear(measure, says.measured),
    clear: says.clear || isTold(measure, says.measured),
  }
}

/** Signs the latest measuring speaks for or against, what says most first. */
export function takeSays(record: WithTakes, take: Take, knowledge: Knowledge): readonly TakeSays[] {
  return knowledge.findings
    .flatMap((finding): TakeSays[] => {
      const { measured } = finding
      const found = measured && measureNow(take, measured.by)
      if (!measured || !found || !fits(measured, found.reading)) return []
      const { measure, reading } = found
      const says = saysOfMeasure(record, take, reading.analyser, finding, measured, measure)
      if (!says) return []
      if (measured.slower !== true) return [says]
      const beside = onlyFaster(says, slowerTake(record, take))
      return beside ? [beside] : []
    })
    .sort((a, b) => b.ratio - a.ratio)
}

/** A sign a fault shows in at least so many of a hundred students is its own: without it nobody calls a take free of the fault. */
const OWN_SIGN = 0.5

/**
 * Signs of the fault that a take of this kind could tell and this one did not: too short, without the crossing they ask
 * for, without a slower one beside it. What was not looked at is not clean.
 */
export function notTakenOf(
  take: Take,
  says: readonly TakeSays[],
  fault: Pick<Fault, 'shows'>,
  knowledge: Knowledge,
): readonly Finding[] {
  const analysers = readingsNow(take).map((r) => r.analyser)
  return knowledge.findings.filter(({ id, measured }) => {
    if (!measured || (fault.shows[id] ?? 0) < OWN_SIGN) return false
    const couldTell = analysers.some((analyser) => mayTell(analyser, measured.by))
    return couldTell && !says.some((s) => s.finding.id === id)
  })
}

/** Why a sign could not be told: the device or the room stood in the way, no crossing was asked, no slower take stands beside, nobody knows the student's usual value, or it was too short. */
export type WhyNotTaken =
  'prevented' | 'no-crossing' | 'no-slower' | 'no-usual' | 'too-few-crossings' | 'too-short'

const AT_CROSSINGS: readonly string[] = ['rush-before-crossing', 'wait-at-crossing']

/** Of a sign that is among those not taken. */
export function whyNotTaken(take: Take, { measured }: Finding): WhyNotTaken {
  const inTheWay = readingsNow(take).flatMap((r) => r.notMeasured)
  if (inTheWay.some((n) => n.name === measured?.by && n.why === 'prevented')) return 'prevented'
  const crossing = readingsNow(take).some((r) => r.of?.crossing === true)
  if (measured?.crossing === true && !crossing) return 'no-crossing'
  if (measured && AT_CROSSINGS.includes(measured.by))
    return crossing ? 'too-few-crossings' : 'no-crossing'
  if (measured?.slower === true) return 'no-slower'
  return measured?.against === 'own' && measureNow(take, measured.by) ? 'no-usual' : 'too-short'
}

/** Whether the fault showed in the take: told by one of its signs, clear of all with nothing else told, or neither. */
export type TakeVerdict = 'shows' | 'clear' | 'cannot-tell'

/** What the take says of one fault, by the signs of it that were measured; never clear while one of its own was not. */
export function verdictOn(
  says: readonly TakeSays[],
  fault: Pick<Fault, 'shows'>,
  notTaken: readonly Finding[],
): TakeVerdict {
  const own = says.filter((s) => fault.shows[s.finding.id] !== undefined)
  if (own.some((s) => s.told)) return 'shows'
  // Something else that surely is in it is for the ear to weigh: nobody calls a squeaking try clean.
  const looked = own.length > 0 && notTaken.length === 0
  const clear = looked && own.every((s) => s.clear) && !says.some((s) => s.told)
  return clear ? 'clear' : 'cannot-tell'
}

/** What the rung's own rule says of the take: within what it asks for, beyond it, or neither; null where it asks nothing. */
export function verdictByRule(take: Take, rule: PassRule): TakeVerdict | null {
  if (!rule.within) return null
  const asked = measureAsked(rule.within)
  const found = measureNow(take, asked.by)
  if (!found || !mayTell(found.reading.analyser, asked.by)) return 'cannot-tell'
  const { measure } = found
  if (isTold(measure, asked)) return 'shows'
  return isClear(measure, asked) ? 'clear' : 'cannot-tell'
}

/** From these ratios on a measured sign is called by these words, for whoever reads words; our choice, no source. */
const MARKED_FROM = 10
const SLIGHT_FROM = 1.5

/** The word for a ratio. */
export function strengthOf(ratio: number): Strength {
  if (ratio >= MARKED_FROM) return 'marked'
  if (ratio >= SLIGHT_FROM) return 'slight'
  return ratio > 1 / SLIGHT_FROM ? 'unsure' : 'absent'
}
