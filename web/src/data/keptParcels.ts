/**
 * Where parcels wait on this machine: IndexedDB, with a journal in localStorage for the instant between a
 * key and the database's word that it is written. What is in either is sent; ids make twice the same as once.
 */
import { openDB } from 'idb'
import type { DBSchema, IDBPDatabase } from 'idb'
import type { IdentifiedRequest } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/record'

export interface Parcel {
  readonly id: string
  /** Order in which parcels were made, over all tabs. */
  readonly at: number
  readonly student: StudentId
  readonly requests: readonly IdentifiedRequest[]
}

interface Schema extends DBSchema {
  parcels: { key: string; value: Parcel }
}

const DATABASE = 'vein-mend'
const JOURNAL = 'vein-mend-journal-'

function open(): Promise<IDBPDatabase<Schema>> {
  return openDB<Schema>(DATABASE, 1, {
    upgrade: (db) => {
      db.createObjectStore('parcels', { keyPath: 'id' })
    },
  })
}

function fromJournal(): Parcel[] {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(JOURNAL))
    .flatMap((key) => {
      try {
        return [JSON.parse(localStorage.getItem(key) ?? '') as Parcel]
      } catch {
        // Half a line, cut off while it was written: its parcel never left the key that made it.
        return []
      }
    })
}

export class KeptParcels {
  private readonly database = open()

  /** Written to the journal before this returns, to the database soon after. */
  keep(parcel: Parcel): void {
    localStorage.setItem(JOURNAL + parcel.id, JSON.stringify(parcel))
    void this.database.then(async (db) => {
      const transaction = db.transaction('parcels', 'readwrite', { durability: 'strict' })
      await transaction.store.put(parcel)
      await transaction.done
      localStorage.removeItem(JOURNAL + parcel.id)
    })
  }

  /** The parcel was taken or refused: it is not sent again. */
  async drop(id: string): Promise<void> {
    localStorage.removeItem(JOURNAL + id)
    await (await this.database).delete('parcels', id)
  }

  /** Everything that waits, in the order in which it was made. */
  async all(): Promise<readonly Parcel[]> {
    const kept = await (await this.database).getAll('parcels')
    const both = new Map([...kept, ...fromJournal()].map((p) => [p.id, p]))
    return [...both.values()].sort((a, b) => a.at - b.at || a.id.localeCompare(b.id))
  }
}
