/** What the pages show after the server took a parcel. */
import type { QueryClient } from '@tanstack/react-query'
import type { ActsTaken, PackResponse, StudentResponse } from '@vein-mend/contract'
import type { followActs } from './followActs'
import type { Parcel } from './mail/parcel'

/** The pack the desk ranked with, while it is still here. */
function packOf(client: QueryClient, digest: string): PackResponse | undefined {
  return client
    .getQueriesData<PackResponse>({ queryKey: ['pack'] })
    .find(([, pack]) => pack?.digest === digest)?.[1]
}

/** What plays a record: loaded only where one is shown; null where it is not to be had, and the server is asked instead. */
async function player(client: QueryClient, page: readonly string[]) {
  if (client.getQueryData(page) === undefined) return null
  return import('./followActs').then((m) => m.followActs).catch(() => null)
}

function followed(
  client: QueryClient,
  follow: typeof followActs,
  parcel: Parcel,
  taken: ActsTaken,
): StudentResponse | null {
  const shown = client.getQueryData<StudentResponse>(['student', taken.id])
  const digest = parcel.knowledge ?? ''
  const pack = packOf(client, digest)
  if (!shown || !pack) return null
  const { requests } = parcel
  return follow(shown, { requests, knowledge: pack.knowledge, digest }, taken)
}

/** Follows the acts where the desk can, and asks where it cannot; resolves when the pages show them. */
export async function takeIn(client: QueryClient, parcel: Parcel, taken: ActsTaken): Promise<void> {
  if (parcel.to.kind === 'home') {
    await client.invalidateQueries({ queryKey: ['home', parcel.to.token] })
    return
  }
  const page = ['student', taken.id]
  // An answer still under way may have been written before the acts were taken: it would take them off the page.
  await client.cancelQueries({ queryKey: page })
  const follow = await player(client, page)
  const next = follow && followed(client, follow, parcel, taken)
  void client.invalidateQueries({ queryKey: ['students'] })
  if (next) client.setQueryData(page, next)
  else await client.invalidateQueries({ queryKey: page })
}
