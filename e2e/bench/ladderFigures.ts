/** How long ladders take to be made and engraved, over all instruments. */
import { join } from 'node:path'
import { KEYS_BY_FOURTHS, makeExercise } from '@vein-mend/core/music'
import { engrave } from '../../server/src/notation'
import { readLibrary } from '../../server/src/packs'
import { ROOT } from '../support/server'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

export async function ladderFigures(): Promise<Figure[]> {
  const library = await readLibrary(join(ROOT, 'packs'))
  if (!library.ok) throw new Error('the shipped packs are sound')
  const made: number[] = []
  const engraved: number[] = []
  for (const k of library.packs.values()) {
    const { sound } = k
    if (k.kind !== 'instrument' || !sound) continue
    for (const [i, remedy] of k.remedies.entries()) {
      const key = KEYS_BY_FOURTHS[i % KEYS_BY_FOURTHS.length] ?? 'C'
      const student = {
        key,
        tempo: 60 + i,
        smallHand: false,
        weaker: null,
        looseJoints: false,
        hands: 'in-turn' as const,
      }
      const start = performance.now()
      const exercises = remedy.rungs.flatMap((r) =>
        r.notes ? [makeExercise(r.notes, sound, student)] : [],
      )
      if (exercises.length === 0) continue
      made.push(performance.now() - start)
      for (const exercise of exercises) {
        const from = performance.now()
        await engrave(exercise)
        engraved.push(performance.now() - from)
      }
    }
  }
  // The engraver starts with its first page; a lesson asks for many.
  return [
    figure('a ladder made: p95', p95(made), 'ms', 20),
    figure('an exercise engraved: p95', p95(engraved.slice(5)), 'ms', 200),
  ]
}
