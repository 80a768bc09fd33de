/** The page at home: what was last seen and what is not yet sent outlive a reload and a lost connection. */
import type { IsoDate } from '@vein-mend/core/kit'
import type { ActId, ActOf } from '@vein-mend/core/record'
import { format } from 'date-fns'
import { useCallback, useEffect, useState } from 'react'
import { api, ApiError } from '../../data/api'
import { freshId } from '../../data/useActs'
import { afterRefused, afterSent, dayShown, parseKept, withWaiting } from './homeQueue'
import type { HomeKept } from './homeQueue'

const RETRY_MS = 5000
const SERVER_FAULTS = 500

type HomeAct = ActOf<'practised'> | ActOf<'hurt-at-home'> | ActOf<'home-noted'>

function keyOf(token: string): string {
  return `vein-mend-home-${token.slice(0, 12)}`
}

const read = (token: string) => parseKept(localStorage.getItem(keyOf(token)))

export function useHome(token: string) {
  const [kept, setKept] = useState(() => read(token))
  const [gone, setGone] = useState(false)
  const [away, setAway] = useState(false)

  // The storage is the truth and is written at once: what was ticked before a crash is there after it.
  const change = useCallback(
    (next: (now: HomeKept) => HomeKept) => {
      const then = next(read(token))
      localStorage.setItem(keyOf(token), JSON.stringify(then))
      setKept(then)
    },
    [token],
  )

  const meet = useCallback(async () => {
    const sending = read(token).waiting
    try {
      const page = await (sending.length > 0 ? api.recordHome(token, sending) : api.home(token))
      change((now) => afterSent(now, page, sending))
      setAway(false)
      setGone(false)
    } catch (error) {
      if (!(error instanceof ApiError) || error.status >= SERVER_FAULTS) setAway(true)
      else if (error.refusal.code === 'link_not_valid') {
        // What was seen by a link taken back is not shown any longer.
        change((now) => ({ ...now, seen: null }))
        setGone(true)
      } else change((now) => afterRefused(now, error.refusal, sending))
    }
  }, [token, change])

  useEffect(() => {
    const now = () => void meet()
    const first = setTimeout(now, 0)
    const again = setInterval(() => {
      if (read(token).waiting.length > 0) now()
    }, RETRY_MS)
    // A phone shows yesterday's page when it wakes up.
    window.addEventListener('online', now)
    window.addEventListener('focus', now)
    return () => {
      window.removeEventListener('online', now)
      window.removeEventListener('focus', now)
      clearTimeout(first)
      clearInterval(again)
    }
  }, [token, meet])

  const add = (act: HomeAct) => {
    change((now) => ({ ...now, waiting: [...now.waiting, { ...act, id: freshId() as ActId }] }))
    void meet()
  }
  const { seen, waiting, refused } = kept
  const page = seen && withWaiting(seen, waiting)
  const phoneDay = format(new Date(), 'yyyy-MM-dd') as IsoDate
  return {
    page: page && { ...page, today: dayShown(page, away, phoneDay) },
    waiting: waiting.length,
    refused: refused.length,
    gone,
    away,
    add,
  }
}
