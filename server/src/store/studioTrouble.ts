/** Why a studio's file cannot be opened, or cannot be gone on with. */

export type StudioTroubleCode =
  /** Made by a newer version of the product. */
  | 'newer'
  /** No studio, or no longer whole. */
  | 'damaged'
  /** There, with nothing in it. */
  | 'empty'
  /** Another server has it open. */
  | 'open-already'

export class StudioTrouble extends Error {
  override readonly name = 'StudioTrouble'
  constructor(
    readonly code: StudioTroubleCode,
    readonly file: string,
    /** Address of the server that has it open, where that is known. */
    readonly openAt: string | null = null,
  ) {
    super(`${code}: ${file}`)
  }
}

const DAMAGE = new Set(['SQLITE_CORRUPT', 'SQLITE_NOTADB'])

/** Whether SQLite says by this error that the file is not whole; the error may be wrapped. */
export function isDamage(error: unknown): boolean {
  if (typeof error !== 'object' || error === null) return false
  if ('code' in error && typeof error.code === 'string' && DAMAGE.has(error.code)) return true
  return 'original' in error && isDamage(error.original)
}
