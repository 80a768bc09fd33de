/** The page at home: what was last seen and what is not yet sent outlive a reload and a lost connection. */
import type { HomeResponse, IdentifiedRequest } from '@vein-mend/contract'
import type { ActId, ActOf, ActRequest } from '@vein-mend/core/record'
import { useCallback, useEffect, useState } from 'react'
import { api, ApiError } from '../../data/api'
import { freshId } from '../../data/useActs'

const RETRY_MS = 5000

interface Kept {
  readonly seen: HomeResponse | null
  readonly waiting: readonly IdentifiedRequest[]
}

type HomeAct = ActOf<'practised'> | ActOf<'hurt-at-home'> | ActOf<'home-noted'>

function keyOf(token: string): string {
  return `vein-mend-home-${token.slice(0, 12)}`
}

function read(token: string): Kept {
  const text = localStorage.getItem(keyOf(token))
  return text === null ? { seen: null, waiting: [] } : (JSON.parse(text) as Kept)
}

/** The page with what waits already in it. */
function withWaiting(seen: HomeResponse, waiting: readonly ActRequest[]): HomeResponse {
  return waiting.reduce((page, act) => {
    if (act.kind === 'hurt-at-home') return { ...page, stopped: [...page.stopped, act.item] }
    if (act.kind !== 'practised') return page
    const { date, item, minutes, tempo, done } = act
    const others = page.ticks.filter((t) => !(t.date === date && t.item === item))
    return { ...page, ticks: done ? [...others, { date, item, minutes, tempo }] : others }
  }, seen)
}

export function useHome(token: string) {
  const [kept, setKept] = useState(() => read(token))
  const [gone, setGone] = useState(false)
  const [away, setAway] = useState(false)
  const { seen, waiting } = kept

  const change = useCallback(
    (next: (now: Kept) => Kept) => {
      setKept((now) => {
        const then = next(now)
        localStorage.setItem(keyOf(token), JSON.stringify(then))
        return then
      })
    },
    [token],
  )

  const meet = useCallback(async () => {
    const { waiting: sending } = read(token)
    try {
      const page = await (sending.length > 0 ? api.recordHome(token, sending) : api.home(token))
      const sent = new Set(sending.map((r) => r.id))
      change((now) => ({ seen: page, waiting: now.waiting.filter((r) => !sent.has(r.id)) }))
      setAway(false)
      setGone(false)
    } catch (error) {
      if (error instanceof ApiError && error.refusal.code === 'link_not_valid') {
        // What was seen by a link taken back is not shown any longer.
        change((now) => ({ ...now, seen: null }))
        setGone(true)
      } else if (error instanceof ApiError) setAway(false)
      else setAway(true)
    }
  }, [token, change])

  useEffect(() => {
    const first = setTimeout(() => void meet(), 0)
    const again = setInterval(() => {
      if (read(token).waiting.length > 0) void meet()
    }, RETRY_MS)
    const now = () => void meet()
    window.addEventListener('online', now)
    return () => {
      window.removeEventListener('online', now)
      clearTimeout(first)
      clearInterval(again)
    }
  }, [token, meet])

  const add = (act: HomeAct) => {
    change((now) => ({ ...now, waiting: [...now.waiting, { ...act, id: freshId() as ActId }] }))
    void Promise.resolve().then(meet)
  }
  return { page: seen && withWaiting(seen, waiting), waiting: waiting.length, gone, away, add }
}
