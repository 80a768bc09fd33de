/** The addresses of the week at home, its files, and the links for home. */
import { parseDay } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { Request, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { listHomeLinks, makeHomeLink, revokeHomeLinks } from '../usecases/homePage'
import { practiceWeek } from '../usecases/practiceWeek'
import { WEEK_FILES, weekFile, weekSheet } from '../usecases/weekSheet'
import type { WeekFile } from '../usecases/weekSheet'
import { fileNameOf, refused } from './recordFileRoutes'

const TYPES: Readonly<Record<WeekFile, string>> = {
  pdf: 'application/pdf',
  ics: 'text/calendar; charset=utf-8',
  csv: 'text/csv; charset=utf-8',
}

export function weekRoutes(routes: Router, deps: Deps): void {
  const dayOf = (req: Request) =>
    (typeof req.query.day === 'string' ? parseDay(req.query.day) : null) ?? deps.today()
  routes.get('/students/:id/week', async (req, res) => {
    const result = await practiceWeek(deps, req.params.id as StudentId, dayOf(req))
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  })
  routes.get('/students/:id/sheet', async (req, res) => {
    const result = await weekSheet(deps, req.params.id as StudentId, dayOf(req))
    if (result.ok) res.json(result.value.sheet)
    else refused(res, result.refusal)
  })
  routes.get('/students/:id/practice.:kind', async (req, res) => {
    const kind = WEEK_FILES.find((k) => k === req.params.kind)
    const id = req.params.id as StudentId
    const sheet = await weekSheet(deps, id, dayOf(req))
    if (!sheet.ok || kind === undefined) {
      refused(res, sheet.ok ? { code: 'unknown_address', path: [] } : sheet.refusal)
      return
    }
    const { name, week } = sheet.value.sheet
    const file = `${fileNameOf(name)}-${week}.${kind}`
    res
      .attachment(file)
      .type(TYPES[kind])
      .send(await weekFile(id, sheet.value, kind))
  })
  routes.get('/students/:id/home-links', async (req, res) => {
    res.json({ links: await listHomeLinks(deps, req.params.id as StudentId) })
  })
  routes.post('/students/:id/home-links', async (req, res) => {
    const result = await makeHomeLink(deps, req.params.id as StudentId)
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  })
  routes.delete('/students/:id/home-links', async (req, res) => {
    await revokeHomeLinks(deps, req.params.id as StudentId)
    res.json({ links: await listHomeLinks(deps, req.params.id as StudentId) })
  })
}
