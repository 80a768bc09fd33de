/** Opens a studio in a process of its own and prints what it finds of a student: for who wants to know what is read back. */
import type { StudentId } from '@vein-mend/core/kit'
import { openStudio } from '../store'

const [file = '', student = ''] = process.argv.slice(2)
const store = await openStudio(file)
const rows = await store.rowsOf(student as StudentId)
const standing = await store.standing(student as StudentId)
process.stdout.write(
  JSON.stringify({
    acts: rows.map((r) => r.act ?? r.why),
    trouble: standing?.ok === false ? standing.trouble : null,
    record: standing?.ok === true ? standing.record : null,
  }),
)
await store.close()
