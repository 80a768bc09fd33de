/** All that a browser keeps of a page, as one text: its stores, its databases, what its service worker has seen. */
import type { Page } from '@playwright/test'

export function keptInBrowser(page: Page): Promise<string> {
  return page.evaluate(async () => {
    const kept = [localStorage, sessionStorage].map((s) => JSON.stringify(Object.entries(s)))
    for (const { name = '' } of await indexedDB.databases()) {
      const database = await new Promise<IDBDatabase>((done, fail) => {
        const opening = indexedDB.open(name)
        opening.onsuccess = () => done(opening.result)
        opening.onerror = () => fail(new Error('no database'))
      })
      for (const store of database.objectStoreNames) {
        const all = database.transaction(store).objectStore(store).getAll()
        const text = new Promise<string>((done) => {
          all.onsuccess = () => done(JSON.stringify(all.result))
        })
        kept.push(await text)
      }
      database.close()
    }
    for (const name of await caches.keys()) {
      const cache = await caches.open(name)
      for (const asked of await cache.keys()) {
        // What was built, and what teachers know, is nobody's.
        const { pathname } = new URL(asked.url)
        if (!pathname.startsWith('/api/') || pathname.startsWith('/api/packs')) continue
        const answer = await cache.match(asked)
        kept.push(`${asked.url} ${(await answer?.text()) ?? ''}`)
      }
    }
    return kept.join('\n')
  })
}
