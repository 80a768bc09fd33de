/** Copies the studio to a file, whether it is open or not: backup [FILE]. */
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { sayStudioTrouble } from '../sayStudioTrouble'
import { backUp, NoRoom, StudioTrouble, unreadableIn } from '../store'
import { openFolder, studioPlaces, takesOf } from '../studioPlaces'
import { copyTakes } from '../takes'
import { sayCopiedTakes } from './sayCopiedTakes'

const places = studioPlaces(process.env)
const at = new Date().toISOString().replace(/[:.]/g, '-')
const target = resolve(process.argv[2] ?? join(places.backups, `studio-by-hand-${at}.sqlite`))

async function run(): Promise<string> {
  if (!existsSync(places.studio)) return `There is no studio yet at ${places.studio}`
  if (existsSync(target)) return `There is a file already at ${target}; name another.`
  openFolder(places)
  const { students, acts } = await backUp(places.studio, target)
  console.log(`Copied, and the file found whole: ${students} students, ${acts} acts, in ${target}`)
  const stuck = await unreadableIn(target)
  if (stuck.length > 0) {
    console.log(
      `${stuck.length} of the records cannot be read to the end (${stuck.join(', ')}): each has its ways out on the student's own page.`,
    )
  }
  sayCopiedTakes(await copyTakes(takesOf(places.studio), takesOf(target)), takesOf(target))
  return ''
}

try {
  const refused = await run()
  if (refused !== '') {
    console.error(refused)
    process.exitCode = 1
  }
} catch (error) {
  console.error(
    error instanceof StudioTrouble
      ? sayStudioTrouble(error, places.backups)
      : error instanceof NoRoom
        ? `There is no room for a copy: ${error.needed} MB are needed and ${error.free} MB are free.`
        : String(error),
  )
  process.exitCode = 1
}
