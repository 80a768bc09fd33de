/** How typed phrases fare whose meaning somebody else has written down: shares from 0 to 1. */
import { readFileSync } from 'node:fs'
import type { Knowledge } from '@vein-mend/core/packs'
import { parse } from 'yaml'
import { array, boolean, mixed, object, string } from 'yup'
import { heardIn } from './masterCases'

const KINDS = ['sign', 'harm', 'works', 'remark', 'instrument', 'negated', 'ambiguous'] as const
type Kind = (typeof KINDS)[number]

/** A phrase as it was typed, with what it was meant to say. */
export interface Phrase {
  readonly id: string
  readonly instrument: string
  readonly phrase: string
  readonly kind: Kind
  readonly harm: { readonly stop: boolean } | null
}

/** Signs that a phrase means, by its id; none where no sign of the instrument says it. */
export type SignsMeant = Readonly<Record<string, readonly string[]>>

/** What a line does with a phrase: the sign that Enter notes, or null where it notes the words as they are. */
export interface LineDoes {
  readonly enter: string | null
  /** Signs that are offered, best first, with the one that Enter notes. */
  readonly offered: readonly string[]
  /** Whether it is asked about harm, or stops. */
  readonly asked: boolean
}

export type Line = (k: Knowledge, phrase: string) => LineDoes

/** The line of a lesson. */
export const lessonLine: Line = (k, phrase) => {
  const { sure, signs, harm } = heardIn(k, phrase)
  return { enter: sure?.id ?? null, offered: signs.map((f) => f.id), asked: harm.level !== 'none' }
}

const FILE = array(
  object({
    id: string().required(),
    instrument: string().required(),
    phrase: string().required(),
    kind: mixed<Kind>().oneOf(KINDS).required(),
    harm: object({ stop: boolean().required() }).nullable().defined(),
  }),
).required()

/**
 * The phrases of a file.
 * @throws Error naming the phrase and field that cannot be read
 */
export function readPhrases(file: string): readonly Phrase[] {
  return FILE.validateSync(JSON.parse(readFileSync(file, 'utf8')), { strict: true })
}

/**
 * The signs that phrases mean, of a file.
 * @throws Error when a phrase has no list
 */
export function readSignsMeant(file: string): SignsMeant {
  const read: unknown = parse(readFileSync(file, 'utf8'))
  for (const [id, signs] of Object.entries(read as object))
    if (!Array.isArray(signs)) throw new Error(`${file}: ${id} has no list of signs`)
  return read as SignsMeant
}

/** A share, with what it is of. */
export interface Counted {
  readonly of: number
  readonly share: number
}

/** One phrase, and what the line did with it. */
export interface Heard extends LineDoes {
  readonly phrase: Phrase
  /** Null where nobody has said which sign it means. */
  readonly meant: readonly string[] | null
}

export interface PhraseFigures {
  /** Phrases of a fault that some sign of the instrument says. */
  readonly known: number
  /** Phrases of a fault that no sign of the instrument says. */
  readonly unknown: number
  /** Where Enter notes a sign: that it is a right one. Over all phrases that are not ambiguous or harm. */
  readonly rightWhenSure: Counted
  /** The same over phrases of faults alone. */
  readonly rightWhenSureOfFault: Counted
  /** Phrases whose sign exists: Enter notes it. */
  readonly found: Counted
  /** Phrases whose sign exists: it is among the first three. */
  readonly firstThree: Counted
  /** What works, remarks and what is not there: Enter notes a sign. */
  readonly praiseAsFault: Counted
  /** Harm that stops: Enter notes the right stop. */
  readonly rightStop: Counted
  /** Harm that stops and did not: at least asked about. */
  readonly askedInstead: Counted
  /** Harm that should not stop: asked, and stops nothing. */
  readonly askedOnly: Counted
  /** Anything but harm: Enter notes a stop. */
  readonly falseStops: Counted
}

const FAULTS = new Set<Kind>(['sign', 'instrument'])
const NO_FAULT = new Set<Kind>(['works', 'remark', 'negated'])

function count<T>(list: readonly T[], is: (x: T) => boolean): Counted {
  return { of: list.length, share: list.filter(is).length / Math.max(1, list.length) }
}

/** What the line does with each phrase of an instrument that is known. */
export function hearAll(
  packs: ReadonlyMap<string, Knowledge>,
  phrases: readonly Phrase[],
  meant: SignsMeant,
  line: Line,
): readonly Heard[] {
  return phrases.flatMap((phrase) => {
    const k = packs.get(phrase.instrument)
    if (!k) return []
    return [{ phrase, meant: meant[phrase.id] ?? null, ...line(k, phrase.phrase) }]
  })
}

export function phraseFigures(
  packs: ReadonlyMap<string, Knowledge>,
  heard: readonly Heard[],
): PhraseFigures {
  const isStop = (h: Heard) =>
    packs.get(h.phrase.instrument)?.findings.some((f) => f.id === h.enter && f.stop) === true
  const isRight = (h: Heard) => h.enter !== null && (h.meant ?? []).includes(h.enter)
  const faults = heard.filter((h) => FAULTS.has(h.phrase.kind) && h.meant !== null)
  const known = faults.filter((h) => (h.meant ?? []).length > 0)
  const noFault = heard.filter((h) => NO_FAULT.has(h.phrase.kind))
  const harm = heard.filter((h) => h.phrase.kind === 'harm')
  const stops = harm.filter((h) => h.phrase.harm?.stop === true)
  const sureOf = (list: readonly Heard[]) => list.filter((h) => h.enter !== null)
  return {
    known: known.length,
    unknown: faults.length - known.length,
    rightWhenSure: count(sureOf([...faults, ...noFault]), isRight),
    rightWhenSureOfFault: count(sureOf(faults), isRight),
    found: count(known, isRight),
    firstThree: count(known, (h) => h.offered.slice(0, 3).some((id) => h.meant?.includes(id))),
    praiseAsFault: count(noFault, (h) => h.enter !== null),
    rightStop: count(stops, isRight),
    askedInstead: count(
      stops.filter((h) => !isRight(h)),
      (h) => h.asked,
    ),
    askedOnly: count(
      harm.filter((h) => h.phrase.harm?.stop === false),
      (h) => h.asked && !isStop(h),
    ),
    falseStops: count(
      heard.filter((h) => h.phrase.kind !== 'harm'),
      isStop,
    ),
  }
}

const SAID: Readonly<Record<keyof Omit<PhraseFigures, 'known' | 'unknown'>, string>> = {
  rightWhenSure:
    'Enter notes a sign, and it is a right one (all but harm and what nobody can tell)',
  rightWhenSureOfFault: '  the same over phrases of faults alone',
  found: 'a sign that exists is what Enter notes',
  firstThree: 'a sign that exists is among the first three',
  praiseAsFault: 'what works, remarks, what is not there: Enter notes a sign',
  rightStop: 'harm that stops: Enter notes the right stop',
  askedInstead: '  where it does not, it is asked about',
  askedOnly: 'harm that should not stop: asked, and nothing stops',
  falseStops: 'anything else: Enter notes a stop',
}

/** How the phrases fare, in words. */
export function sayPhrases(
  packs: ReadonlyMap<string, Knowledge>,
  phrases: readonly Phrase[],
  meant: SignsMeant,
): string {
  const heard = hearAll(packs, phrases, meant, lessonLine)
  const figures = phraseFigures(packs, heard)
  const rows = (Object.keys(SAID) as (keyof typeof SAID)[]).map((key) => {
    const { share, of } = figures[key]
    return `${SAID[key].padEnd(86)} ${(100 * share).toFixed(1).padStart(5)} % of ${of}`
  })
  return [
    `${phrases.length} phrases, ${heard.length} of an instrument there is a pack for.`,
    `${heard.filter((h) => h.meant === null && FAULTS.has(h.phrase.kind)).length} tell of a fault of which nobody has written down the signs, and are not counted.`,
    `Of those that tell of a fault ${figures.known} have a sign that says it, ${figures.unknown} have none.`,
    ...rows,
  ].join('\n')
}
