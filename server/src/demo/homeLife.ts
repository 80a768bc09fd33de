/** The last weeks at home of a demo student: a week that was given, and what was ticked of it. */
import { addDays, chance, daysBetween } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, Rng, ActId } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { blocksToGive } from '@vein-mend/core/practice'
import { askedOn, applyAct, mondayOf } from '@vein-mend/core/record'
import type { Act, ActBody, StudentRecord } from '@vein-mend/core/record'
import { solveWeek } from '../usecases/practiceWeek'

/** Share of the items ticked. */
const KEPT = 0.7

/** Acts to append to the student's; none where the week cannot be solved. */
export async function homeLife(
  key: string,
  record: StudentRecord,
  knowledge: Knowledge,
  today: IsoDate,
  daysBack: number,
  rng: Rng,
): Promise<readonly Act[]> {
  const monday = mondayOf(addDays(today, -daysBack))
  const solved = await solveWeek(record, knowledge, monday)
  if (!solved) return []
  let made = 0
  const act = (body: ActBody, day: IsoDate, by: string): Act => {
    made += 1
    const id = `${key}-home-${String(made).padStart(4, '0')}` as ActId
    return { ...body, id, at: `${day}T17:00:00.000Z` as IsoInstant, by }
  }
  const blocks = blocksToGive(solved.plan)
  const given = act({ kind: 'week-given', week: monday, blocks }, monday, 'teacher')
  const { home } = applyAct(record, given)
  const days = Array.from({ length: daysBetween(monday, today) }, (_, d) => addDays(monday, d))
  const ticks = days.flatMap((date) =>
    askedOn(home, date)
      .filter(() => chance(rng, KEPT))
      .map(({ item, minutes }) =>
        act({ kind: 'practised', date, item, minutes, done: true, tempo: null }, date, 'home'),
      ),
  )
  return [given, ...ticks]
}
