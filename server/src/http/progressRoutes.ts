/** The addresses of the letter, the report, the tables, the studio's holidays and its mending figures. */
import { parseBreak, parseMendingChoice, RECORD_TABLES } from '@vein-mend/contract'
import { parseDay } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { Request, Response, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { PROGRESS_FILES, progressFile, tableFile } from '../usecases/progress'
import { noteStudioBreak } from '../usecases/studioBreak'
import { chooseMending, readMending } from '../usecases/studioMending'
import { fileNameOf, refused } from './recordFileRoutes'

function dayIn(req: Request, name: string) {
  const value = req.query[name]
  return typeof value === 'string' ? parseDay(value) : null
}

function sendFile(res: Response, type: string, file: string, body: Buffer | string): void {
  res.attachment(file).type(type).send(body)
}

export function progressRoutes(routes: Router, deps: Deps): void {
  routes.get('/students/:id/progress/:file.pdf', async (req, res) => {
    const kind = PROGRESS_FILES.find((f) => f === req.params.file)
    if (!kind) {
      refused(res, { code: 'unknown_address', path: [] })
      return
    }
    const stretch = { from: dayIn(req, 'from'), to: dayIn(req, 'to') }
    const made = await progressFile(deps, req.params.id as StudentId, stretch, kind)
    if (!made.ok) refused(res, made.refusal)
    else
      sendFile(
        res,
        'application/pdf',
        `${fileNameOf(made.value.name)}-${kind}.pdf`,
        made.value.body,
      )
  })
  routes.get('/students/:id/tables/:table.csv', async (req, res) => {
    const table = RECORD_TABLES.find((t) => t === req.params.table)
    if (!table) {
      refused(res, { code: 'unknown_address', path: [] })
      return
    }
    const made = await tableFile(deps, req.params.id as StudentId, table)
    if (!made.ok) refused(res, made.refusal)
    else
      sendFile(
        res,
        'text/csv; charset=utf-8',
        `${fileNameOf(made.value.name)}-${table}.csv`,
        made.value.body,
      )
  })
  routes.get('/studio/mending', async (_req, res) => {
    res.json(await readMending(deps))
  })
  routes.put('/studio/mending', async (req, res) => {
    const result = await chooseMending(deps, parseMendingChoice(req.body))
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  })
  routes.post('/studio/breaks', async (req, res) => {
    const result = await noteStudioBreak(deps, parseBreak(req.body))
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  })
}
