/** The addresses of takes: raw bytes in, the file out, and gone. */
import { parseMeasuring, parseTakeAsked } from '@vein-mend/contract'
import type { Outcome, TakeMeasuring } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/kit'
import express from 'express'
import type { Response, Router } from 'express'
import type { Deps } from '../usecases/deps'
import { Left } from '../threads'
import { findTake } from '../usecases/findTake'
import { keepTake } from '../usecases/keepTake'
import { measureAnew, takeMeasuring } from '../usecases/measureTake'
import { takeTiming, takeTone } from '../usecases/showTake'
import { refused } from './recordFileRoutes'

/** Told when whoever asked goes away before they are answered. */
function goneSignal(res: Response): AbortSignal {
  const gone = new AbortController()
  res.on('close', () => {
    if (!res.writableEnded) gone.abort()
  })
  return gone.signal
}

/** Answers what takes its time, and leaves it where nobody waits any more. */
async function unlessLeft(
  res: Response,
  work: (signal: AbortSignal) => Promise<Outcome<object>>,
): Promise<void> {
  try {
    const result = await work(goneSignal(res))
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  } catch (error) {
    if (!(error instanceof Left)) throw error
  }
}

export function takeRoutes(routes: Router, deps: Deps): void {
  routes.post('/students/:id/takes', async (req, res) => {
    const length = Number(req.headers['content-length'])
    const asked = {
      ...parseTakeAsked(req.query),
      ...(Number.isSafeInteger(length) ? { bytes: length } : {}),
    }
    const signal = goneSignal(res)
    const result = await keepTake(deps, req.params.id as StudentId, asked, req, signal)
    if (result.ok) res.json(result.value)
    else {
      // What is left of the file is not waited for.
      res.setHeader('connection', 'close')
      refused(res, result.refusal)
    }
  })
  routes.post('/students/:id/takes/:hash/readings', express.json(), async (req, res) => {
    const { id, hash } = req.params
    const asked = parseMeasuring(req.body)
    await unlessLeft(res, (signal) => measureAnew(deps, id as StudentId, hash, asked, signal))
  })
  routes.get('/students/:id/measuring/:act', (req, res) => {
    res.json({ share: takeMeasuring(req.params.act) } satisfies TakeMeasuring)
  })
  routes.get('/students/:id/takes/:hash/tone', async (req, res) => {
    const { id, hash } = req.params
    await unlessLeft(res, (signal) => takeTone(deps, id as StudentId, hash, signal))
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
