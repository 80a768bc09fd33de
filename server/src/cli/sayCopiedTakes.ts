import type { CopiedTakes } from '../takes'

/** What came along in recordings and pictures, and which of them were no longer whole. */
export function sayCopiedTakes({ copied, spoilt }: CopiedTakes, folder: string): void {
  if (copied > 0) console.log(`With ${copied} recordings and pictures, in ${folder}`)
  for (const name of spoilt) {
    console.error(`Left out, for it is no longer what it was when it was kept: ${name}`)
  }
}
