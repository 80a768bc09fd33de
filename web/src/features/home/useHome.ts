/** The page at home: what was last seen and what is not yet sent outlive a reload and a lost connection. */
import { useQuery } from '@tanstack/react-query'
import type { HomeResponse } from '@vein-mend/contract'
import type { IsoDate, ActId } from '@vein-mend/core/kit'
import type { ActOf } from '@vein-mend/core/record'
import { format } from 'date-fns'
import { useEffect, useMemo } from 'react'
import { api, ApiError } from '../../data/api'
import { freshAct } from '../../data/freshId'
import { HOME_PAGES } from '../../data/homePages'
import { forgetText, keepText, keptText, useKeepTrouble } from '../../data/keep'
import type { Parcel } from '../../data/mail/parcel'
import { useMail, useMailState } from '../../data/useActs'
import { dayShown, PAGE_SHAPE, parseSeen, withWaiting } from './homeQueue'

type HomeAct =
  ActOf<'practised'> | ActOf<'hurt-at-home'> | ActOf<'hurt-taken-back'> | ActOf<'home-noted'>

function keyOf(token: string): string {
  return `${HOME_PAGES}${token.slice(0, 12)}`
}

const isRefused = (error: unknown, code: string) =>
  error instanceof ApiError && error.refusal?.code === code

/** The page as the server last said it; kept on the phone, and forgotten with the link. */
function useSeen(token: string) {
  const query = useQuery({
    queryKey: ['home', token],
    queryFn: () => api.home(token),
    // A phone shows yesterday's page when it wakes up.
    staleTime: 0,
    refetchOnWindowFocus: 'always',
    refetchOnReconnect: 'always',
    retry: false,
    refetchInterval: (q) =>
      q.state.status !== 'error'
        ? false
        : isRefused(q.state.error, 'record_unplayable')
          ? STUCK_MS
          : RETRY_MS,
  })
  const { data, error } = query
  const gone = isRefused(error, 'link_not_valid')
  const stuck = isRefused(error, 'record_unplayable')
  useEffect(() => {
    if (data) keepText(keyOf(token), JSON.stringify({ shape: PAGE_SHAPE, seen: data }))
  }, [token, data])
  useEffect(() => {
    if (gone) forgetText(keyOf(token))
  }, [token, gone])
  const kept = useMemo(() => parseSeen(keptText(keyOf(token))), [token])
  return {
    page: gone ? null : (data ?? kept),
    gone,
    stuck,
    away: error !== null && !gone && !stuck,
  }
}

const RETRY_MS = 5000
/** The teacher has to do something first. */
const STUCK_MS = 300_000

const requestsOf = (parcels: readonly Parcel[]) => parcels.flatMap((p) => p.requests)

/** Pain that was told here and has not reached the server: it must be said loudly. */
export interface UntoldPain {
  readonly name: string
  /** Why it was not taken; null while it is on its way. */
  readonly refused: Parcel['refused']
}

function untoldIn(parcels: readonly Parcel[]): readonly UntoldPain[] {
  return parcels.flatMap(({ requests, refused }) =>
    requests.flatMap((r) => (r.kind === 'hurt-at-home' ? [{ name: r.name, refused }] : [])),
  )
}

function shown(seen: HomeResponse | null, away: boolean, waiting: readonly Parcel[]) {
  if (!seen) return null
  const today = dayShown(seen, away, format(new Date(), 'yyyy-MM-dd') as IsoDate)
  return { ...withWaiting(seen, requestsOf(waiting)), today }
}

/** Where a word from home is. */
export type Whereabouts = 'waiting' | 'not-taken' | 'sent'

export function useHome(token: string) {
  const mail = useMail()
  const state = useMailState()
  const keeping = useKeepTrouble()
  const { page: seen, gone, stuck, away } = useSeen(token)
  const ours = (parcels: readonly Parcel[]) =>
    parcels.filter((p) => p.to.kind === 'home' && p.to.token === token)
  const [waiting, shelf] = [ours(state.waiting), ours(state.shelf)]
  const offline = away || (state.away && waiting.length > 0)
  const add = (act: HomeAct): ActId => {
    const id = freshAct()
    mail.add({ kind: 'home', token }, [{ ...act, id }])
    return id
  }
  /** Where something that was added is now: on its way, not taken, or with the teacher. */
  const whereIs = (id: ActId): Whereabouts => {
    const holds = (parcels: readonly Parcel[]) => requestsOf(parcels).some((r) => r.id === id)
    if (holds(shelf)) return 'not-taken'
    return holds(waiting) ? 'waiting' : 'sent'
  }
  return {
    page: shown(seen, offline, waiting),
    waiting: requestsOf(waiting).length,
    shelf,
    untold: untoldIn([...waiting, ...shelf]),
    gone,
    /** The teacher's studio cannot read this student's record at the moment. */
    stuck,
    away: offline,
    keeping,
    /** Tells this link from another on the same phone; no key to it. */
    link: token.slice(0, 12),
    add,
    whereIs,
  }
}
