/** Lays the studio of the long records in the folder it is given. */
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { toKeep } from '../../server/src/packs'
import { openStudio } from '../../server/src/store'
import { idOf, instruments, LESSONS, LONG_LESSONS, played, STUDENTS, TODAY } from './largeStudioOf'
import { yearsOfActs } from './tenYears'

async function layStudio(folder: string, packs: readonly Knowledge[]): Promise<void> {
  const store = await openStudio(join(folder, 'studio.sqlite'))
  await store.keepPacks(packs.map(toKeep))
  let [acts, lessons] = [0, 0]
  for (let i = 0; i <= STUDENTS; i++) {
    const knowledge = packs[i % packs.length]
    if (!knowledge) throw new RangeError('no instrument')
    const key = String(i)
    const all = yearsOfActs(
      key,
      i === STUDENTS ? LONG_LESSONS : LESSONS,
      knowledge,
      TODAY,
      seededRng(i),
    )
    const record = played(all)
    await store.write((w) => w.append(idOf(key), all, record))
    acts += all.length
    lessons += record.lessons.length
  }
  await store.close()
  process.stdout.write(`A studio of ${lessons} lessons and ${acts} acts.\n`)
}

await layStudio(process.argv[2] ?? '', await instruments())
