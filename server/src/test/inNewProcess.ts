/** What another process reads of a student in a studio's file. */
import { execFile } from 'node:child_process'
import { join, resolve } from 'node:path'
import { promisify } from 'node:util'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'

const ROOT = resolve(import.meta.dirname, '../../..')
const READER = join(import.meta.dirname, 'printRecord.ts')
const OUTPUT_MOST = 1 << 28

export interface ReadBack {
  /** Each act; why not, where one could not be read. */
  readonly acts: readonly (Act | string)[]
  readonly trouble: unknown
  readonly record: StudentRecord | null
}

export async function readInNewProcess(file: string, student: StudentId): Promise<ReadBack> {
  const { stdout } = await promisify(execFile)(
    process.execPath,
    ['--import', 'tsx', READER, file, student],
    { cwd: ROOT, maxBuffer: OUTPUT_MOST },
  )
  return JSON.parse(stdout) as ReadBack
}
