/** A horn player on the rung of one long note, and what a microphone would hear of them. */
import encodeWav from '@audio/encode-wav'
import { seededRng } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import { soundAsked } from '@vein-mend/core/tone'
import type { SoundedFault } from '@vein-mend/core/tone'
import type { LaunchOptions, Page } from 'playwright-core'
import { CHROMIUM } from './chromium'

/** The fault whose ladder is climbed. */
export const HORN_FAULT = 'Too little air is sent through'
const HORN = { ...EMPTY_CARD, name: 'Lark Pentreath', instrument: 'horn' }
const YES = { state: 'given', by: 'Ann Pentreath', on: '2026-03-01' } as const

/** The note of the rung, written C4, as a horn in F sounds it, for six seconds. */
export async function recording(fault: SoundedFault): Promise<Buffer> {
  const note = { midi: 53, hand: null, finger: null, beat: 0, joined: false }
  const playing = { tempo: 40, fault, strength: 1, sounding: 'sustained', a4: 440 } as const
  const { samples, rate } = soundAsked([note], { ...playing, rng: seededRng(4) })
  const encoder = await encodeWav({ sampleRate: rate })
  encoder.encode([samples])
  return Buffer.from(encoder.flush())
}

/** Seconds of a voice that falls from syllable to syllable, and a rest. */
function spoken(rate: number): Float32Array {
  const syllables = [180, 150, 170, 140, 160, 130]
  const every = 0.28
  return Float32Array.from(
    { length: Math.round((syllables.length * every + 0.6) * rate) },
    (_, j) => {
      const place = j / rate / every
      const hz = syllables[Math.floor(place)]
      const t = (place % 1) * every
      if (hz === undefined || t > 0.22) return 0
      const turns = hz * (t - 0.75 * t * t)
      const shape = Math.sin((Math.PI * t) / 0.22)
      return (
        shape * [1, 2, 3, 4].reduce((sum, k) => sum + 0.06 * Math.sin(2 * Math.PI * k * turns), 0)
      )
    },
  )
}

/** That note after somebody has spoken, on one channel of two: the other cable is broken. */
export async function spokenBefore(): Promise<Buffer> {
  const note = { midi: 53, hand: null, finger: null, beat: 0, joined: false }
  const playing = { tempo: 40, fault: 'none', strength: 0, sounding: 'sustained', a4: 440 } as const
  const { samples, rate } = soundAsked([note], { ...playing, rng: seededRng(4) })
  const words = spoken(rate)
  const all = new Float32Array(words.length + samples.length)
  all.set(words)
  all.set(samples, words.length)
  const encoder = await encodeWav({ sampleRate: rate })
  encoder.encode([all, new Float32Array(all.length)])
  return Buffer.from(encoder.flush())
}

/** A horn player on the rung of one long note, as the record would have it after some lessons. */
export async function hornOnLongNote(page: Page, url: string, consent = true): Promise<void> {
  const ids = { student: 'student-lark', lesson: 'lesson-0001', case: 'case-0001' }
  const inLesson = { lesson: ids.lesson, case: ids.case }
  const consents = { ...HORN.consents, ...(consent ? { recordings: YES } : {}) }
  const card = { ...HORN, consents }
  const day = new Date().toLocaleDateString('sv')
  const acts = [
    { kind: 'student-added', card },
    { kind: 'lesson-opened', lesson: ids.lesson, date: day },
    { kind: 'fault-settled', ...inLesson, fault: 'too-little-air', overruled: 'heard in the hall' },
    { kind: 'remedy-started', ...inLesson, remedy: 'whole-breath', weeks: 5 },
    { kind: 'rung-decided', ...inLesson, decision: 'up', reason: 'known from the cornet' },
    { kind: 'rung-decided', ...inLesson, decision: 'up', reason: 'known from the cornet' },
  ].map((act, i) => ({ ...act, id: `act-of-tone-${i}` }))
  const answer = await page.request.post(`${url}/api/students/${ids.student}/acts`, {
    data: { acts },
  })
  if (!answer.ok()) throw new Error(await answer.text())
  await page.goto(`${url}/students/${ids.student}/lessons/${ids.lesson}`)
  await page.getByText(/^Rung 3 of 7/).waitFor()
}

/** A browser whose microphone hears that file again and again. */
export function withMicrophone(file: string): LaunchOptions {
  return {
    ...CHROMIUM,
    args: [
      ...CHROMIUM.args,
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-audio-capture=${file}`,
    ],
  }
}
