/** Students of a file whose records cannot be read to their end: a file can be whole, and a record in it not. */
import type { StudentId } from '@vein-mend/core/kit'
import { readCopy } from './bringBack'
import { openPlain } from './plainSqlite'

/** Their ids. @throws Error when the file cannot be opened */
export async function unreadableIn(file: string): Promise<readonly string[]> {
  const database = await openPlain(file, 'read')
  const ids = await database
    .all('SELECT id FROM students ORDER BY id')
    .finally(() => database.close())
  const found: string[] = []
  for (const { id } of ids) {
    const { plays } = await readCopy(file, String(id) as StudentId)
    if (!plays) found.push(String(id))
  }
  return found
}
