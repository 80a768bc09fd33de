/** The addresses of takes: raw bytes in, the file out, and gone. */
import { parseMeasuring, parseTakeAsked } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/record'
import express from 'express'
import type { Router } from 'express'
import type { Deps } from '../usecases/deps'
import { findTake, keepTake, measureAnew, takeTiming } from '../usecases/takes'
import { refused } from './recordFileRoutes'

export function takeRoutes(routes: Router, deps: Deps): void {
  routes.post('/students/:id/takes', async (req, res) => {
    const asked = parseTakeAsked(req.query)
    const result = await keepTake(deps, req.params.id as StudentId, asked, req)
    if (result.ok) res.json(result.value)
    else {
      // What is left of the file is not waited for.
      res.setHeader('connection', 'close')
      refused(res, result.refusal)
    }
  })
  routes.post('/students/:id/takes/:hash/readings', express.json(), async (req, res) => {
    const { id, hash } = req.params
    const taken = await measureAnew(deps, id as StudentId, hash, parseMeasuring(req.body))
    if (taken.ok) res.json(taken.value)
    else refused(res, taken.refusal)
  })
  routes.get('/students/:id/takes/:hash/timing', async (req, res) => {
    const found = await takeTiming(deps, req.params.id as StudentId, req.params.hash)
    if (found.ok) res.json(found.value)
    else refused(res, found.refusal)
  })
  routes.get('/students/:id/takes/:hash', async (req, res) => {
    const found = await findTake(deps, req.params.id as StudentId, req.params.hash)
    if (!found.ok) {
      refused(res, found.refusal)
      return
    }
    const { take, path } = found.value
    // It is shown as what its bytes are, and never run.
    res.setHeader('content-security-policy', "default-src 'none'; sandbox")
    res
      .type(take.type)
      .sendFile(path, { dotfiles: 'allow', cacheControl: false, lastModified: false })
  })
}
