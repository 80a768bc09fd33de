/** A student's history as files: out, and in. */
import { pipeline } from 'node:stream/promises'
import type { CodedRefusal, Outcome } from '@vein-mend/contract'
import { id as idShape, readShape } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { Response, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { exportHandover, importHandover } from '../usecases/handover'
import { exportArchive, importArchive } from '../usecases/handoverArchive'
import {
  bringBack,
  copiesWith,
  onFile,
  readAside,
  setAside,
  takeUpAgain,
} from '../usecases/setAside'
import { statusOf } from './errors'

/** A student's name as a file name anywhere. */
export function fileNameOf(name: string): string {
  return name
    .normalize('NFD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase()
}

export function refused(res: Response, refusal: CodedRefusal): void {
  res.status(statusOf(refusal.code)).json({ error: refusal })
}

/** What stands aside of a record, and the ways back. */
function asideRoutes(routes: Router, deps: Deps): void {
  const answer = (res: Response, result: Outcome<object>) => {
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  }
  routes.get('/students/:id/aside', async (req, res) => {
    res.json(await readAside(deps, req.params.id as StudentId))
  })
  routes.post('/students/:id/aside', async (req, res) => {
    answer(res, await setAside(deps, req.params.id as StudentId))
  })
  routes.delete('/students/:id/aside', async (req, res) => {
    answer(res, await takeUpAgain(deps, req.params.id as StudentId))
  })
  routes.get('/students/:id/copies', async (req, res) => {
    res.json(await copiesWith(deps, req.params.id as StudentId))
  })
  routes.post('/students/:id/copies/:copy', async (req, res) => {
    const { id, copy } = req.params
    answer(res, await bringBack(deps, id as StudentId, copy))
  })
  routes.get('/students/:id/on-file', async (req, res) => {
    answer(res, await onFile(deps, req.params.id as StudentId))
  })
}

export function recordFileRoutes(routes: Router, deps: Deps): void {
  asideRoutes(routes, deps)
  routes.get('/students/:id/handover', async (req, res) => {
    const result = await exportHandover(deps, req.params.id as StudentId)
    if (!result.ok) {
      refused(res, result.refusal)
      return
    }
    const { name, file } = result.value
    res.attachment(`${fileNameOf(name)}-handover.json`).json(file)
  })
  routes.get('/students/:id/handover.zip', async (req, res) => {
    const result = await exportArchive(deps, req.params.id as StudentId)
    if (!result.ok) {
      refused(res, result.refusal)
      return
    }
    const { name, archive } = result.value
    res.attachment(`${fileNameOf(name)}-handover.zip`)
    await pipeline(archive, res)
  })
  routes.post('/handovers/:id', async (req, res) => {
    const id = readShape(idShape<StudentId>(), req.params.id)
    if (!id.ok) {
      refused(res, { code: 'not_an_id', path: ['student'] })
      return
    }
    const length = Number(req.headers['content-length'])
    const result = req.is('application/zip')
      ? await importArchive(deps, id.value, req, Number.isSafeInteger(length) ? length : 0)
      : await importHandover(deps, id.value, typeof req.body === 'string' ? req.body : '')
    if (result.ok) res.json(result.value)
    else {
      const { refusal, fields } = result
      res.status(statusOf(refusal.code)).json({ error: { ...refusal, fields } })
    }
  })
}
