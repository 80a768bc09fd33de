/** What general libraries and bare servers take for the work our rooms do, measured in the same run. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import toneMidi from '@tonejs/midi'
import type { Sound } from '@vein-mend/core/tone'
import { PitchDetector } from 'pitchy'
import sqlite3 from 'sqlite3'
import { ROOT } from '../support/server'

const STARTS = 5
/** Frames and steps a pitch detector is usually given; as coarse as our own are. */
const FRAME = 2048
const HOP = 512

const BARE_SERVER = `
  import express from 'express'
  const app = express()
  app.get('/', (_, answer) => answer.json({}))
  app.listen(0, () => console.log('open'))
`

/** A server that answers nothing but one line: the worst of five starts, ms. */
export async function bareServerMs(): Promise<number> {
  let worst = 0
  for (let i = 0; i < STARTS; i++) {
    const begun = performance.now()
    const child = spawn('node', ['--input-type=module', '-e', BARE_SERVER], { cwd: ROOT })
    await once(child.stdout, 'data')
    worst = Math.max(worst, performance.now() - begun)
    child.kill()
    await once(child, 'exit')
  }
  return worst
}

/** The same file of notes read as a song, ms. */
export function songReadMs(bytes: Uint8Array): number {
  const start = performance.now()
  const notes = new toneMidi.Midi(bytes).tracks.reduce((sum, t) => sum + t.notes.length, 0)
  if (notes === 0) throw new Error('no note was read')
  return performance.now() - start
}

/** One pitch for every step of the sound and nothing else, ms. */
export function pitchOnlyMs({ samples, rate }: Sound): number {
  const detector = PitchDetector.forFloat32Array(FRAME)
  const start = performance.now()
  let heard = 0
  for (let at = 0; at + FRAME <= samples.length; at += HOP) {
    const [hertz] = detector.findPitch(Float32Array.from(samples.subarray(at, at + FRAME)), rate)
    if (hertz > 0) heard += 1
  }
  if (heard === 0) throw new Error('no pitch was heard')
  return performance.now() - start
}

/** The acts of the students read out of the file one student after the other, and nothing done with them: each, ms. */
export async function rowsReadMs(file: string, students: readonly string[]): Promise<number[]> {
  const db = new sqlite3.Database(file, sqlite3.OPEN_READONLY)
  const took: number[] = []
  for (const student of students) {
    const start = performance.now()
    const rows = await new Promise<number>((done, fail) => {
      db.all('SELECT * FROM acts WHERE student_id = ?', [student], (error, all) => {
        if (error) fail(error)
        else done(all.length)
      })
    })
    if (rows === 0) throw new Error(`nothing is kept of ${student}`)
    took.push(performance.now() - start)
  }
  db.close()
  return took
}
