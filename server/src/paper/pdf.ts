/** A page as PDF, made in a thread of its own. */
import type { Content } from 'pdfmake/interfaces'
import { Thread } from '../threads'

/** What the printer's thread is asked. */
export interface PrintJob {
  readonly title: string
  readonly content: Content
}

/** A letter takes a fifth of a second; what takes so long is none. */
const MS_MOST = 20_000

const printer = new Thread<PrintJob, Uint8Array>('printer', { msMost: MS_MOST, heapMb: 512 })

/**
 * A4, quiet margins, the product's own two typefaces; engraved notes stand in the content as they were engraved.
 * @throws TooHeavy when it cannot be printed in time.
 */
export async function pdfOf(title: string, content: Content): Promise<Buffer> {
  return Buffer.from(await printer.ask({ title, content }))
}
