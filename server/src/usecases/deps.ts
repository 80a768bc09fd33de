/** What every act of the server needs, handed in by `main`. */
import type { IsoDate, IsoInstant } from '@vein-mend/core/kit'
import type { StudioKnowledge } from '../packs'
import type { StudioCopies, StudioStore } from '../store'
import type { TakeStore } from '../takes'

export interface Deps {
  readonly store: StudioStore
  readonly takes: TakeStore
  readonly knowledge: StudioKnowledge
  /** Copies of this studio that lie on this machine. */
  readonly copies: StudioCopies
  /** Addresses at which a phone in the same network opens the pages at home; none while that door is shut. */
  readonly homeAddresses: () => readonly string[]
  /** Opens the demo beside this studio and tells its address; null in the demo itself. */
  readonly openDemo: (() => Promise<string>) | null
  /** Who writes what is noted at the desk. */
  readonly writer: string
  /** What went wrong and harmed nobody: for whoever looks after the machine. */
  readonly log: (error: unknown) => void
  readonly now: () => IsoInstant
  /** The day where the studio is. */
  readonly today: () => IsoDate
}
