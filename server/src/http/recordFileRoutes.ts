/** A student's history as files: out, and in. */
import { pipeline } from 'node:stream/promises'
import type { CodedRefusal } from '@vein-mend/contract'
import { id as idShape, readShape } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/record'
import type { Response, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { exportHandover, importHandover } from '../usecases/handover'
import { exportArchive, importArchive } from '../usecases/handoverArchive'
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

export function recordFileRoutes(routes: Router, deps: Deps): void {
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
    const result = req.is('application/zip')
      ? await importArchive(deps, id.value, req)
      : await importHandover(deps, id.value, req.body)
    if (result.ok) res.json(result.value)
    else {
      const { refusal, fields } = result
      res.status(statusOf(refusal.code)).json({ error: { ...refusal, fields } })
    }
  })
}
