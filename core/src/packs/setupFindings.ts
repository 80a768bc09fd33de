/** What a set-up check says: which findings are there, and which are not. */
import type { Knowledge, SetupPart, SetupPoint } from './knowledge'
import type { Strength } from './vocabulary'

/** How a point was found; a point that was not looked at is left out. */
export type PointFound = 'right' | 'wrong'

/** A set-up as it was found: points right or wrong, and numbers taken. */
export interface SetupCheck {
  readonly points: Readonly<Record<string, PointFound>>
  /** Measured values by point, in the point's own unit. */
  readonly numbers: Readonly<Record<string, number>>
  /** What of a point is not right: its parts by id, by point. */
  readonly wrong?: Readonly<Record<string, readonly string[]>>
  /** As it was said before there were parts: the finding of the one that is not right, by point. */
  readonly ways?: Readonly<Record<string, string>>
}

/** The band that is right for the student's school; null where only the last time is compared. */
export function rightBand(
  point: SetupPoint,
  schools: readonly string[],
): readonly [number, number] | null {
  const { number } = point
  if (!number) return null
  const school = schools.find((id) => number.rightIn[id] !== undefined)
  return (school === undefined ? null : number.rightIn[school]) ?? number.right
}

/** What a set-up says of one finding. */
export interface SetupSays {
  readonly finding: string
  readonly strength: Extract<Strength, 'marked' | 'absent'>
  /** It stays so while playing. */
  readonly lasts: boolean
}

function ofNumber(point: SetupPoint, value: number, schools: readonly string[]): SetupSays[] {
  const band = rightBand(point, schools)
  const { number } = point
  if (!band || !number) return []
  const says = (finding: string | null, there: boolean): SetupSays[] =>
    finding === null ? [] : [{ finding, strength: there ? 'marked' : 'absent', lasts: true }]
  return [...says(number.below, value < band[0]), ...says(number.above, value > band[1])]
}

/**
 * What was named as not right at a point; the only part of a point that has one needs no naming. Empty where the point
 * was right or not looked at, and where nobody said which.
 */
export function wrongParts(point: SetupPoint, check: SetupCheck): readonly SetupPart[] {
  if (check.points[point.id] !== 'wrong') return []
  if (point.parts.length === 1) return point.parts
  const named = check.wrong?.[point.id] ?? []
  const way = check.ways?.[point.id]
  return point.parts.filter((p) => named.includes(p.id) || (way !== undefined && p.finding === way))
}

/** All that was named as not right, by point, as it is said today: an older way of saying it stands as its part. */
export function wrongNamed(
  setup: readonly SetupPoint[],
  check: SetupCheck,
): Readonly<Record<string, readonly string[]>> {
  const named = setup.flatMap((point) => {
    const parts = point.parts.length > 1 ? wrongParts(point, check).map((p) => p.id) : []
    return parts.length > 0 ? [[point.id, parts] as const] : []
  })
  return Object.fromEntries(named)
}

function ofPoint(point: SetupPoint, check: SetupCheck): SetupSays[] {
  const found = check.points[point.id]
  const wrong = wrongParts(point, check)
  // What is not right is never guessed: where nobody said what, it says nothing.
  if (found === undefined || (found === 'wrong' && wrong.length === 0)) return []
  return point.parts.flatMap(({ id, finding }): SetupSays[] => {
    if (finding === null) return []
    const { lasts } = point
    if (wrong.some((w) => w.id === id)) return [{ finding, strength: 'marked', lasts }]
    // A hand that is soft before sound may clutch once it plays: only what stays so speaks against a sign.
    return lasts ? [{ finding, strength: 'absent', lasts }] : []
  })
}

/**
 * Findings a set-up check noted as there or not there: only what was seen. A number overrules the impression of its
 * point.
 */
export function setupFindings(
  knowledge: Knowledge,
  check: SetupCheck,
  schools: readonly string[],
): readonly SetupSays[] {
  const seen = knowledge.setup.flatMap((point) => ofPoint(point, check))
  const measured = knowledge.setup.flatMap((point) => {
    const value = check.numbers[point.id]
    return value === undefined ? [] : ofNumber(point, value, schools)
  })
  return [...new Map([...seen, ...measured].map((says) => [says.finding, says])).values()]
}
