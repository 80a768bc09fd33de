/** The addresses of notes: engraved, as MIDI, MusicXML and PDF, and pieces that come in. */
import { parsePassage } from '@vein-mend/contract'
import type { CaseId, StudentId } from '@vein-mend/core/kit'
import type { Request, Response, Router } from 'express'
import { passageFrom } from '../notation'
import type { Deps } from '../usecases/deps'
import { exerciseOf, fileOf, ladderPdf, madeLadder } from '../usecases/ladderFiles'
import type { FileKind } from '../usecases/ladderFiles'
import { fileNameOf, refused } from './recordFileRoutes'

const TYPES: Readonly<Record<FileKind | 'pdf', string>> = {
  musicxml: 'application/vnd.recordare.musicxml+xml; charset=utf-8',
  mid: 'audio/midi',
  svg: 'image/svg+xml; charset=utf-8',
  pdf: 'application/pdf',
}
const KINDS: readonly FileKind[] = ['musicxml', 'mid', 'svg']
const KEY = /^[A-G](#|b)?$/
const TEMPO = { least: 20, most: 300 } as const

function settingsOf(req: Request) {
  const { key, tempo } = req.query
  const bpm = Number(tempo)
  return {
    ...(typeof key === 'string' && KEY.test(key) ? { key } : {}),
    ...(bpm >= TEMPO.least && bpm <= TEMPO.most ? { tempo: bpm } : {}),
  }
}

function sendFile(
  res: Response,
  name: string,
  kind: keyof typeof TYPES,
  body: string | Buffer,
): void {
  // Notes are looked at in the page; everything else is taken away.
  if (kind !== 'svg') res.attachment(`${fileNameOf(name)}.${kind}`)
  res.type(TYPES[kind]).send(body)
}

/** `ladder` for all rungs, or the place of one, from 1. */
function placeOf(text: string): number | null | undefined {
  if (text === 'ladder') return null
  const place = Number(text)
  return Number.isInteger(place) && place >= 1 ? place - 1 : undefined
}

export function musicRoutes(routes: Router, deps: Deps): void {
  routes.get('/students/:id/faults/:case/notes/:what.:kind', async (req, res) => {
    const { id, case: fault, what, kind } = req.params
    const made = await madeLadder(deps, id as StudentId, fault as CaseId, settingsOf(req))
    if (!made.ok) {
      refused(res, made.refusal)
      return
    }
    if (kind === 'pdf') {
      sendFile(res, made.value.ladder.name, 'pdf', await ladderPdf(made.value))
      return
    }
    const known = KINDS.find((k) => k === kind)
    const place = placeOf(what)
    if (known === undefined || place === undefined) {
      refused(res, { code: 'unknown_address', path: [] })
      return
    }
    const exercise = exerciseOf(made.value, place)
    if (exercise.ok) {
      sendFile(res, exercise.value.title, known, await fileOf(exercise.value, known))
    } else refused(res, exercise.refusal)
  })
  routes.post('/passages', async (req, res) => {
    const { file, fromBar, toBar, part = 0 } = parsePassage(req.body)
    const bytes = Buffer.from(file, 'base64')
    const result = await passageFrom({ bytes, fromBar, toBar, part })
    if (result.ok) res.json(result.value)
    else refused(res, result.refusal)
  })
}
