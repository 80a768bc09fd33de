/** Adds acts to a studio as fast as it can and says each one it has been given a word for; for who wants to kill it. */
import type { IsoInstant, ActId, StudentId } from '@vein-mend/core/kit'
import { applyAct } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import { openStudio } from '../store'

const [file = '', student = '', round = ''] = process.argv.slice(2)
const store = await openStudio(file)
for (let i = 0; ; i++) {
  const act: Act = {
    kind: 'home-noted',
    date: '2026-03-02' as never,
    words: `note ${i} of round ${round}`,
    id: `kill-${round}-${String(i).padStart(6, '0')}` as ActId,
    at: '2026-03-02T10:00:00.000Z' as IsoInstant,
    by: 'home',
  }
  await store.write(async (writer) => {
    const standing = await writer.standingOf(student as StudentId)
    if (!standing?.ok) throw new Error('no record to write to')
    await writer.append(student as StudentId, [act], applyAct(standing.record, act))
  })
  // Only now does anybody know that it is kept.
  process.stdout.write(`${act.id}\n`)
}
