/** What takes of one fault measured, lesson by lesson. */
import type { IsoDate } from '@vein-mend/core/kit'
import { measureNow, readingsNow } from '@vein-mend/core/takes'
import type { Take, TakeMeasure } from '@vein-mend/core/takes'

/** The value of one lesson. */
export interface TrendPoint extends TakeMeasure {
  readonly date: IsoDate
}

/** Lessons from which on a line says something. */
const LESSONS_LEAST = 2

/** The middle take of each lesson, oldest first: many takes of a day are one day. */
function pointsOf(takes: readonly Take[], { name, analyser }: Measured): readonly TrendPoint[] {
  const byLesson = new Map<string, TrendPoint[]>()
  for (const take of takes) {
    const found = measureNow(take, name)
    if (found?.reading.analyser !== analyser) continue
    const own = byLesson.get(take.lesson) ?? []
    byLesson.set(take.lesson, [...own, { ...found.measure, date: take.date }])
  }
  return [...byLesson.values()]
    .flatMap((own) => own.toSorted((a, b) => a.value - b.value)[own.length >> 1] ?? [])
    .toSorted((a, b) => a.date.localeCompare(b.date))
}

/** A measure by who read it: what is tapped, played on keys and heard as sound are lines of their own. */
interface Measured {
  readonly name: string
  readonly analyser: string
}

export interface Trend extends Measured {
  readonly points: readonly TrendPoint[]
}

/** Every measure that was taken in enough lessons, those first that a sign of the fault is told by. */
export function trendsOf(takes: readonly Take[], telling: readonly string[]): readonly Trend[] {
  const all = takes
    .flatMap(readingsNow)
    .flatMap(({ analyser, measures }) => measures.map(({ name }) => ({ name, analyser })))
  const kinds = new Map(all.map((m) => [`${m.analyser} ${m.name}`, m]))
  return [...kinds.values()]
    .sort((a, b) => Number(telling.includes(b.name)) - Number(telling.includes(a.name)))
    .map((m) => ({ ...m, points: pointsOf(takes, m) }))
    .filter((t) => t.points.length >= LESSONS_LEAST)
}
