/** What is wrong with a studio's file, in words for whoever starts the server, and what to do. */
import type { StudioTrouble } from './store'

export function sayStudioTrouble({ code, file, openAt }: StudioTrouble, backups: string): string {
  const copies = `Copies lie in ${backups}; ./mend restore FILE puts one in its place and keeps what is there now.`
  switch (code) {
    case 'open-already':
      return openAt === null
        ? `This studio is being opened already by another Vein Mend: ${file}`
        : `Your studio is open already at ${openAt}`
    case 'newer':
      return `This studio was made by a newer Vein Mend than this one, which would harm it: ${file}\nBring this Vein Mend up to date and start it again. Nothing was changed.`
    case 'empty':
      return `The studio's file is empty: ${file}\nIt was not always so. ${copies}\nIf you want to begin anew, move the file away.`
    case 'damaged':
      return `The studio's file is damaged, or no studio: ${file}\nNothing was changed. ${copies}`
  }
}
