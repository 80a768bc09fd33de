/** The addresses behind the link for home; a student's name is in none of them. */
import { parseActs, refuse, STUDIO_HEADER } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { Router } from 'express'
import type { RequestHandler, Response } from 'express'
import express from 'express'
import { rateLimit } from 'express-rate-limit'
import { UnplayableRecord } from '../store'
import type { Deps } from '../usecases/deps'
import { readHome, recordHome } from '../usecases/homePage'
import { statusOf } from './errors'

const BODY_MOST = '64kb'
const HOUR_S = 3600

function answer(res: Response, result: Outcome<object>): void {
  // The page is private: neither a cache between nor a search engine keeps it.
  res.setHeader('cache-control', 'no-store')
  res.setHeader('x-robots-tag', 'noindex')
  if (result.ok) res.json(result.value)
  else {
    const { code } = result.refusal
    if (code === 'too_many_from_home') res.setHeader('retry-after', HOUR_S)
    res.status(statusOf(code)).json({ error: result.refusal })
  }
}

/** A family ticks some boxes in an evening; a page that asks more often than this is out of order. */
const ASKED_A_MINUTE = 120
const SENT_A_MINUTE = 40
const MINUTE_MS = 60_000

function atMost(limit: number): RequestHandler {
  return rateLimit({
    windowMs: MINUTE_MS,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    handler: (_req, res) => {
      res.status(429).json({ error: { code: 'too_many_requests', path: [] } })
    },
  })
}

/** What is wrong with a record is the teacher's to know: home hears that it cannot be had now. */
async function playableOnly<T>(work: () => Promise<Outcome<T>>): Promise<Outcome<T>> {
  const stuck = refuse('record_unplayable', ['student'])
  try {
    const done = await work()
    return !done.ok && done.refusal.code === 'record_unplayable' ? stuck : done
  } catch (error) {
    if (error instanceof UnplayableRecord) return stuck
    throw error
  }
}

export function homeRoutes(deps: Deps): Router {
  const routes = Router()
  const asked = atMost(ASKED_A_MINUTE)
  const sent = atMost(SENT_A_MINUTE)
  routes.use((_req, res, next) => {
    // A phone counts only what comes from its own studio.
    res.setHeader(STUDIO_HEADER, deps.store.identity)
    next()
  })
  routes.use((req, res, next) => (req.method === 'GET' ? asked : sent)(req, res, next))
  routes.use(express.json({ limit: BODY_MOST }))
  routes.get('/:token', async (req, res) => {
    answer(res, await playableOnly(() => readHome(deps, req.params.token)))
  })
  routes.post('/:token/acts', async (req, res) => {
    const asked = parseActs(req.body)
    answer(res, await playableOnly(() => recordHome(deps, req.params.token, asked)))
  })
  return routes
}
