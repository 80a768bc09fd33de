/** Puts a copy in the studio's place; what is there now is kept beside it: restore FILE. */
import { existsSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { sayStudioTrouble } from '../sayStudioTrouble'
import { lockStudio, removedSince, restoreStudio, StudioTrouble } from '../store'
import { openFolder, studioPlaces, takesOf } from '../studioPlaces'
import { copyTakes } from '../takes'
import { sayCopiedTakes } from './sayCopiedTakes'

const places = studioPlaces(process.env)
const [asked] = process.argv.slice(2)

async function run(backup: string): Promise<void> {
  openFolder(places)
  const lock = await lockStudio(places.studio)
  try {
    const at = new Date().toISOString().replace(/[:.]/g, '-')
    const removed = await removedSince(backup, places.studio)
    const aside = await restoreStudio(backup, places.studio, `studio-put-aside-${at}.sqlite`)
    // Who is opened next takes out what its acts do not name: what was put aside keeps its own.
    if (aside !== null) {
      await copyTakes(takesOf(places.studio), takesOf(join(places.folder, aside)))
    }
    console.log(`The studio is now that of ${backup}`)
    for (const { id, on } of removed) {
      console.log(
        `Removed for good on ${on}, and here again with this copy: ${id}. Open their card to remove them once more.`,
      )
    }
    if (aside !== null) console.log(`What was there is kept as ${aside} beside it.`)
    sayCopiedTakes(await copyTakes(takesOf(backup), takesOf(places.studio)), places.folder)
  } finally {
    await lock.release()
  }
}

if (asked === undefined || !existsSync(resolve(asked))) {
  console.error('Name the copy to put in the place of your studio: ./mend restore FILE')
  process.exitCode = 2
} else {
  try {
    await run(resolve(asked))
  } catch (error) {
    console.error(
      error instanceof StudioTrouble ? sayStudioTrouble(error, places.backups) : String(error),
    )
    process.exitCode = 1
  }
}
