/** The addresses behind the link for home; a student's name is in none of them. */
import { parseActs } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { Router } from 'express'
import type { Response } from 'express'
import express from 'express'
import type { Deps } from '../usecases/deps'
import { readHome, recordHome } from '../usecases/homePage'
import { statusOf } from './errors'

const BODY_MOST = '64kb'

function answer(res: Response, result: Outcome<object>): void {
  // The page is private: neither a cache between nor a search engine keeps it.
  res.setHeader('cache-control', 'no-store')
  res.setHeader('x-robots-tag', 'noindex')
  if (result.ok) res.json(result.value)
  else res.status(statusOf(result.refusal.code)).json({ error: result.refusal })
}

export function homeRoutes(deps: Deps): Router {
  const routes = Router()
  routes.use(express.json({ limit: BODY_MOST }))
  routes.get('/:token', async (req, res) => {
    answer(res, await readHome(deps, req.params.token))
  })
  routes.post('/:token/acts', async (req, res) => {
    answer(res, await recordHome(deps, req.params.token, parseActs(req.body)))
  })
  return routes
}
