/**
 * Where parcels wait on this machine: IndexedDB, with a journal in localStorage for the instant between a
 * key and the database's word that it is written. What is in either is sent; ids make twice the same as once.
 */
import { openDB } from 'idb'
import type { DBSchema, IDBPDatabase } from 'idb'
import { forgetText, keepText, keptKeys, keptText, sayKeepTrouble } from '../keep'
import { inOrder, readParcel } from './parcel'
import type { Parcel } from './parcel'

export interface ParcelStore {
  /** Kept before this returns, where the browser keeps anything; whether it was is answered. */
  keep(parcel: Parcel): Promise<boolean>
  /** It is not sent again, and not shown. */
  drop(id: string): Promise<void>
  /** Everything that waits or lies on the shelf, in the order in which it was made. */
  all(): Promise<readonly Parcel[]>
}

interface Schema extends DBSchema {
  parcels: { key: string; value: Parcel }
}

const DATABASE = 'vein-mend'
const JOURNAL = 'vein-mend-journal-'

async function open(): Promise<IDBPDatabase<Schema> | null> {
  try {
    return await openDB<Schema>(DATABASE, 1, {
      upgrade: (db) => {
        db.createObjectStore('parcels', { keyPath: 'id' })
      },
    })
  } catch {
    // The journal alone keeps them then, as long as it takes them.
    return null
  }
}

function fromJournal(): Parcel[] {
  return keptKeys(JOURNAL).flatMap((key) => {
    try {
      return readParcel(JSON.parse(keptText(key) ?? '')) ?? []
    } catch {
      // Half a line, cut off while it was written: its parcel never left the key that made it.
      return []
    }
  })
}

export class BrowserParcels implements ParcelStore {
  private readonly database = open()

  keep(parcel: Parcel): Promise<boolean> {
    const inJournal = keepText(JOURNAL + parcel.id, JSON.stringify(parcel))
    const writing = this.put(parcel).then((written) => {
      if (written) forgetText(JOURNAL + parcel.id)
      if (written && !inJournal) sayKeepTrouble(null)
      return written
    })
    return inJournal ? Promise.resolve(true) : writing
  }

  private async put(parcel: Parcel): Promise<boolean> {
    try {
      const db = await this.database
      if (!db) return false
      const transaction = db.transaction('parcels', 'readwrite', { durability: 'strict' })
      await transaction.store.put(parcel)
      await transaction.done
      return true
    } catch {
      return false
    }
  }

  async drop(id: string): Promise<void> {
    forgetText(JOURNAL + id)
    await (await this.database)?.delete('parcels', id)
  }

  async all(): Promise<readonly Parcel[]> {
    const db = await this.database
    const kept = db ? (await db.getAll('parcels')).flatMap((p) => readParcel(p) ?? []) : []
    const both = new Map([...kept, ...fromJournal()].map((p) => [p.id, p]))
    return [...both.values()].sort(inOrder)
  }
}
