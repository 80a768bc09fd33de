/** A student's history as files: out, and in. */
import type { Refusal } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/record'
import type { Response, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { exportHandover, importHandover } from '../usecases/handover'
import { statusOf } from './errors'

/** A student's name as a file name anywhere. */
export function fileNameOf(name: string): string {
  return name
    .normalize('NFD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase()
}

export function refused(res: Response, refusal: Refusal): void {
  res.status(statusOf(refusal.code)).json({ error: refusal })
}

export function recordFileRoutes(routes: Router, deps: Deps): void {
  routes.get('/students/:id/handover', async (req, res) => {
    const result = await exportHandover(deps, req.params.id as StudentId)
    if (!result.ok) {
      refused(res, result.refusal)
      return
    }
    const name = fileNameOf(result.value.name)
    res.setHeader('content-disposition', `attachment; filename="${name}-handover.json"`)
    res.json(result.value)
  })
  routes.post('/handovers/:id', async (req, res) => {
    const result = await importHandover(deps, req.params.id as StudentId, req.body)
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  })
}
