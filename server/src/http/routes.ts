/** The addresses of the server: parse, call, answer. */
import { parseActs, PIECE_BASE64_MOST, STUDIO_HEADER } from '@vein-mend/contract'
import type { DemoOpened } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/kit'
import express, { Router } from 'express'
import type { Deps } from '../usecases/deps'
import { listStudents } from '../usecases/listStudents'
import { readStudent } from '../usecases/readStudent'
import { recordActs } from '../usecases/recordActs'
import { removeStudent } from '../usecases/removeStudent'
import { statusOf } from './errors'
import { knowledgeRoutes } from './knowledgeRoutes'
import { musicRoutes } from './musicRoutes'
import { homeRoutes } from './homeRoutes'
import { progressRoutes } from './progressRoutes'
import { recordFileRoutes } from './recordFileRoutes'
import { takeRoutes } from './takeRoutes'
import { weekRoutes } from './weekRoutes'

/** A lesson's worth of acts is a few kilobytes, a pack's text some hundred; more is a mistake. */
const BODY_MOST = '512kb'
/** Ten years of lessons of one student, with every version of the knowledge, are some twenty megabytes. */
const HANDOVER_MOST = '40mb'

/** Everybody, one student, what is noted of them, and that they go. */
function studentRoutes(routes: Router, deps: Deps): void {
  routes.get('/students', async (_req, res) => {
    res.json(await listStudents(deps))
  })
  routes.get('/students/:id', async (req, res) => {
    const found = await readStudent(deps, req.params.id as StudentId)
    // A megabyte is not hashed for a tag nobody asks for.
    if (found !== null) {
      res.type('json').setHeader(
        'content-length',
        found.reduce((sum, part) => sum + part.length, 0),
      )
      for (const part of found) res.write(part)
      res.end()
    } else res.status(404).json({ error: { code: 'unknown_student', path: ['student'] } })
  })
  routes.post('/students/:id/acts', async (req, res) => {
    const result = await recordActs(deps, req.params.id as StudentId, parseActs(req.body))
    if (result.ok) res.json(result.value)
    else res.status(statusOf(result.refusal.code)).json({ error: result.refusal })
  })
  routes.delete('/students/:id', async (req, res) => {
    const copies = req.query.copies === '1'
    const result = await removeStudent(deps, req.params.id as StudentId, { copies })
    if (result.ok) res.json(result.value)
    else res.status(statusOf(result.refusal.code)).json({ error: result.refusal })
  })
}

export function apiRoutes(deps: Deps): Router {
  const routes = Router()
  // Each answer says whose it is: what was noted for one studio never goes to another.
  routes.use((_req, res, next) => {
    res.setHeader(STUDIO_HEADER, deps.store.identity)
    // What is told of a student is kept by no cache on the way.
    res.setHeader('cache-control', 'no-store')
    next()
  })
  routes.use('/home', homeRoutes(deps))
  // Its text is read beside the server.
  routes.use('/handovers', express.text({ limit: HANDOVER_MOST, type: 'application/json' }))
  routes.use('/passages', express.json({ limit: PIECE_BASE64_MOST + 1000 }))
  // Before bodies are read as anything: a file is passed on as it comes.
  takeRoutes(routes, deps)
  routes.use(express.json({ limit: BODY_MOST }))
  routes.get('/health', (_req, res) => {
    res.json({ ok: true })
  })
  routes.post('/demo', async (_req, res) => {
    if (deps.openDemo) res.json({ address: await deps.openDemo() } satisfies DemoOpened)
    else res.status(404).json({ error: { code: 'unknown_address', path: [] } })
  })
  studentRoutes(routes, deps)
  recordFileRoutes(routes, deps)
  musicRoutes(routes, deps)
  weekRoutes(routes, deps)
  progressRoutes(routes, deps)
  knowledgeRoutes(routes, deps)
  routes.use((_req, res) => {
    res.status(404).json({ error: { code: 'unknown_address', path: [] } })
  })
  return routes
}
