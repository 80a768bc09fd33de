/** Where a studio's files lie on this machine. */
import { chmodSync, existsSync, mkdirSync } from 'node:fs'
import { homedir } from 'node:os'
import { join } from 'node:path'

export interface StudioPlaces {
  /** Outside the repository, so that an update never touches it. */
  readonly folder: string
  readonly studio: string
  readonly demo: string
  readonly backups: string
}

/** Places as the environment has them. */
export function studioPlaces(env: Readonly<Record<string, string | undefined>>): StudioPlaces {
  const share = env.XDG_DATA_HOME ?? join(homedir(), '.local', 'share')
  const folder = env.VEIN_MEND_DATA ?? join(share, 'vein-mend')
  return {
    folder,
    studio: join(folder, 'studio.sqlite'),
    demo: join(folder, 'demo.sqlite'),
    backups: join(folder, 'backups'),
  }
}

/** The folder of a studio's takes, beside its file; so too of a copy. */
export function takesOf(file: string): string {
  return `${file.replace(/\.sqlite$/, '')}-takes`
}

/** What is written of students is read by the owner of the files alone: the folder, and all that is made from now on. */
export function openFolder({ folder, studio, demo }: StudioPlaces): void {
  process.umask(0o077)
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  chmodSync(folder, 0o700)
  for (const file of [studio, demo].flatMap((f) => [f, `${f}-wal`, `${f}-shm`])) {
    if (existsSync(file)) chmodSync(file, 0o600)
  }
}
