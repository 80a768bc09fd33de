/** Copies of a studio on this machine: each day's, those made by hand, and what a restore put aside. */
import { existsSync, readdirSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { IsoDate, StudentId } from '@vein-mend/core/kit'
import { backUpDaily } from './backup'
import { readCopy } from './bringBack'
import type { InCopy } from './bringBack'
import { withoutStudents } from './withoutStudents'

/** What taking students out of the copies has done. */
export interface TakenOut {
  /** Copies that were written anew without them. */
  readonly rewritten: readonly string[]
  /** Copies that could not be opened or written: they may still be in these. */
  readonly left: readonly string[]
}

export interface StudioCopies {
  /** The day's copy, where there is none yet. @throws StudioTrouble, NoRoom */
  makeDaily(today: IsoDate): Promise<void>
  /** Their names, newest first. */
  names(): readonly string[]
  /** What the copy has of the student; null where it cannot be opened. */
  read(name: string, student: StudentId): Promise<InCopy | null>
  /** Takes the students out of every copy that has any of them. */
  takeOut(students: readonly StudentId[]): Promise<TakenOut>
}

/** None, for the demo: its studio is laid anew and never copied. */
export const NO_COPIES: StudioCopies = {
  makeDaily: () => Promise.resolve(),
  names: () => [],
  read: () => Promise.resolve(null),
  takeOut: () => Promise.resolve({ rewritten: [], left: [] }),
}

const IN_BACKUPS = /^[\w.-]+\.sqlite$/
const PUT_ASIDE = /^studio-put-aside-[\w.-]+\.sqlite$/

class CopiesOf implements StudioCopies {
  /** A copy begun before somebody was removed has them: nobody is taken out while one is made. */
  private last: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly studio: string,
    private readonly backups: string,
  ) {}

  /** Where each copy lies, by its name. */
  private places(): ReadonlyMap<string, string> {
    const namesIn = (folder: string, pattern: RegExp) =>
      existsSync(folder)
        ? readdirSync(folder, { withFileTypes: true })
            .filter((entry) => entry.isFile() && pattern.test(entry.name))
            .map((entry) => [entry.name, join(folder, entry.name)] as const)
        : []
    return new Map([
      ...namesIn(dirname(this.studio), PUT_ASIDE),
      ...namesIn(this.backups, IN_BACKUPS),
    ])
  }

  names(): readonly string[] {
    return [...this.places().keys()].sort().reverse()
  }

  async read(name: string, student: StudentId): Promise<InCopy | null> {
    const place = this.places().get(name)
    if (place === undefined) return null
    return readCopy(place, student).catch(() => null)
  }

  private alone<T>(work: () => Promise<T>): Promise<T> {
    const run = this.last.then(work)
    this.last = run.catch(() => undefined)
    return run
  }

  async makeDaily(today: IsoDate): Promise<void> {
    await this.alone(() => backUpDaily(this.studio, this.backups, today))
  }

  takeOut(students: readonly StudentId[]): Promise<TakenOut> {
    return this.alone(() => this.takenOut(students))
  }

  private async takenOut(students: readonly StudentId[]): Promise<TakenOut> {
    const [rewritten, left]: [string[], string[]] = [[], []]
    for (const [name, place] of this.places()) {
      const had = await withoutStudents(place, students).catch(() => null)
      if (had === null) left.push(name)
      else if (had) rewritten.push(name)
    }
    return { rewritten, left }
  }
}

/** The copies beside that studio. */
export function studioCopies(studio: string, backups: string): StudioCopies {
  return new CopiesOf(studio, backups)
}
