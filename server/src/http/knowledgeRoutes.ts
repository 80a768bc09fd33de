/** The addresses of the studio's knowledge: packs, its own entries, its schools. */
import {
  parseOwnEntries,
  parsePackFork,
  parsePackImport,
  parseSchools,
  parseTuning,
} from '@vein-mend/contract'
import type { Response, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { changeOwnEntries, dropPack, forkPack, importPack } from '../usecases/ownPacks'
import type { KnowledgeResult } from '../usecases/ownPacks'
import { listPacks, ownAdditionsId, readPack } from '../usecases/readPacks'
import { chooseSchools, readStudio } from '../usecases/studioPractice'
import { chooseTuning, readTuning } from '../usecases/tuning'
import { statusOf } from './errors'

function noPack(res: Response): void {
  res.status(404).json({ error: { code: 'unknown_pack', path: ['pack'] } })
}

function send(res: Response, result: KnowledgeResult): void {
  if (result.ok) res.json(result.value)
  else {
    const { refusal, troubles } = result
    res.status(statusOf(refusal.code)).json({ error: { ...refusal, troubles } })
  }
}

/** A pack's text as a file to keep. */
function sendYaml(res: Response, name: string, text: string): void {
  res.attachment(`${name}.yaml`).type('application/yaml; charset=utf-8').send(text)
}

export function knowledgeRoutes(routes: Router, deps: Deps): void {
  routes.get('/packs', (_req, res) => {
    res.json(listPacks(deps))
  })
  routes.post('/packs', async (req, res) => {
    send(res, await importPack(deps, parsePackImport(req.body)))
  })
  routes.get('/packs/:id', async (req, res) => {
    const version = typeof req.query.version === 'string' ? req.query.version : null
    const pack = await readPack(deps, req.params.id, version)
    if (pack) res.json(pack)
    else noPack(res)
  })
  routes.delete('/packs/:id', async (req, res) => {
    send(res, await dropPack(deps, req.params.id))
  })
  routes.get('/packs/:id/text', (req, res) => {
    const text = deps.knowledge.textOf(req.params.id)
    if (text === null) noPack(res)
    else sendYaml(res, req.params.id, text)
  })
  routes.get('/packs/:id/additions/text', (req, res) => {
    const id = ownAdditionsId(req.params.id)
    const text = deps.knowledge.textOf(id)
    if (text === null) noPack(res)
    else sendYaml(res, id, text)
  })
  routes.post('/packs/:id/entries', async (req, res) => {
    send(res, await changeOwnEntries(deps, req.params.id, parseOwnEntries(req.body)))
  })
  routes.post('/packs/:id/forks', async (req, res) => {
    send(res, await forkPack(deps, req.params.id, parsePackFork(req.body)))
  })
  routes.get('/studio', async (_req, res) => {
    res.json(await readStudio(deps))
  })
  routes.get('/studio/tuning', async (_req, res) => {
    res.json(await readTuning(deps))
  })
  routes.put('/studio/tuning', async (req, res) => {
    res.json(await chooseTuning(deps, parseTuning(req.body)))
  })
  routes.put('/studio/schools', async (req, res) => {
    const result = await chooseSchools(deps, parseSchools(req.body))
    if (result.ok) res.json(result.value)
    else res.status(statusOf(result.refusal.code)).json({ error: result.refusal })
  })
}
