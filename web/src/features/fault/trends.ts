/** What takes of one fault measured, lesson by lesson. */
import type { IsoDate } from '@vein-mend/core/kit'
import { latestReading } from '@vein-mend/core/record'
import type { Take, TakeMeasure } from '@vein-mend/core/record'

/** The value of one lesson. */
export interface TrendPoint extends TakeMeasure {
  readonly date: IsoDate
}

/** Lessons from which on a line says something. */
const LESSONS_LEAST = 2

/** The middle take of each lesson, oldest first: many takes of a day are one day. */
function pointsOf(takes: readonly Take[], name: string): readonly TrendPoint[] {
  const byLesson = new Map<string, TrendPoint[]>()
  for (const take of takes) {
    const measure = latestReading(take)?.measures.find((m) => m.name === name)
    if (!measure) continue
    const own = byLesson.get(take.lesson) ?? []
    byLesson.set(take.lesson, [...own, { ...measure, date: take.date }])
  }
  return [...byLesson.values()]
    .flatMap((own) => own.toSorted((a, b) => a.value - b.value)[own.length >> 1] ?? [])
    .toSorted((a, b) => a.date.localeCompare(b.date))
}

/** Every measure that was taken in enough lessons, those first that a sign of the fault is told by. */
export function trendsOf(
  takes: readonly Take[],
  telling: readonly string[],
): ReadonlyMap<string, readonly TrendPoint[]> {
  const names = new Set(takes.flatMap((t) => latestReading(t)?.measures.map((m) => m.name) ?? []))
  const ordered = [...names].sort(
    (a, b) => Number(telling.includes(b)) - Number(telling.includes(a)),
  )
  return new Map(
    ordered.flatMap((name) => {
      const points = pointsOf(takes, name)
      return points.length >= LESSONS_LEAST ? [[name, points] as const] : []
    }),
  )
}
