/** What a set-up check says: which findings are there, and which are not. */
import type { Knowledge, SetupPoint } from './knowledge'
import type { Strength } from './vocabulary'

/** How a point was found; a point that was not looked at is left out. */
export type PointFound = 'right' | 'wrong'

/** A set-up as it was found: points right or wrong, and numbers taken. */
export interface SetupCheck {
  readonly points: Readonly<Record<string, PointFound>>
  /** Measured values by point, in the point's own unit. */
  readonly numbers: Readonly<Record<string, number>>
  /** Where a point is wrong in one of several ways: the finding of the way, by point. */
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

function ofNumber(
  point: SetupPoint,
  value: number,
  schools: readonly string[],
): readonly (readonly [string, Strength])[] {
  const band = rightBand(point, schools)
  const { number } = point
  if (!band || !number) return []
  const says = (finding: string | null, there: boolean) =>
    finding === null ? [] : [[finding, there ? 'marked' : 'absent'] as const]
  return [...says(number.below, value < band[0]), ...says(number.above, value > band[1])]
}

/** Findings a set-up check noted as there or not there; a number overrules the impression of its point. */
export function setupFindings(
  knowledge: Knowledge,
  check: SetupCheck,
  schools: readonly string[],
): readonly { readonly finding: string; readonly strength: Strength }[] {
  const seen = knowledge.setup.flatMap((point): (readonly [string, Strength])[] => {
    const found = check.points[point.id]
    if (found === undefined || point.otherwise === null) return []
    if (point.ways.length === 0) {
      return [[point.otherwise, found === 'wrong' ? 'marked' : 'absent']]
    }
    // Which way it is wrong is never guessed: where nobody said, it says nothing.
    const way = check.ways?.[point.id]
    if (found === 'wrong' && way === undefined) return []
    return point.ways.map(({ finding }) => [finding, finding === way ? 'marked' : 'absent'])
  })
  const measured = knowledge.setup.flatMap((point) => {
    const value = check.numbers[point.id]
    return value === undefined ? [] : ofNumber(point, value, schools)
  })
  return [...new Map([...seen, ...measured])].map(([finding, strength]) => ({ finding, strength }))
}
