/** Reads a recording and measures it against what was asked; in a thread, since the bytes come from anywhere. */
import { readFile } from 'node:fs/promises'
import type { TonePicture } from '@vein-mend/contract'
import { readingOf, tone } from '@vein-mend/core/analysers'
import type { Reading } from '@vein-mend/core/analysers'
import { measureTone } from '@vein-mend/core/tone'
import type { Sound, ToneAsked, ToneNote } from '@vein-mend/core/tone'
import { readSound } from './readSound'
import type { NotSound } from './readSound'

/** Where a recording lies and what it was asked to be. */
export interface SoundToMeasure {
  readonly path: string
  readonly asked: ToneAsked
}

export type SoundMeasured =
  | { readonly ok: true; readonly readings: readonly Reading[]; readonly picture: TonePicture }
  | { readonly ok: false; readonly why: NotSound }

/** As fine as a screen shows. */
const OUTLINE = 1200
const POINTS_MOST = 4000

function outlineOf({ samples }: Sound): readonly number[] {
  const count = Math.min(OUTLINE, samples.length)
  return Array.from({ length: count }, (_, i) => {
    const part = samples.subarray(
      Math.floor((i * samples.length) / count),
      Math.floor(((i + 1) * samples.length) / count),
    )
    let [low, high] = [0, 0]
    for (const x of part) {
      low = Math.min(low, x)
      high = Math.max(high, x)
    }
    return [low, high].map((x) => Math.round(x * 1000) / 1000)
  }).flat()
}

function drawn(notes: readonly ToneNote[]): TonePicture['notes'] {
  const points = notes.reduce((sum, n) => sum + n.points.length, 0)
  const every = Math.ceil(points / POINTS_MOST)
  return notes.map((note) => ({
    ...note,
    points: note.points.filter((_point, i) => i % every === 0),
  }))
}

/** Words of progress that tell nothing new are not said. */
const SHARE_STEP = 0.02

/** @throws Error where the file cannot be read */
export async function measureSound(
  { path, asked }: SoundToMeasure,
  onShare: (share: number) => void,
): Promise<SoundMeasured> {
  const read = await readSound(await readFile(path))
  if (!read.ok) return read
  let said = 0
  const { notes, measures, device, prevented, ...plain } = measureTone(
    read.sound,
    asked,
    (share) => {
      if (share < said + SHARE_STEP) return
      said = share
      onShare(share)
    },
  )
  const { samples, rate } = read.sound
  const picture = {
    seconds: samples.length / rate,
    outline: outlineOf(read.sound),
    notes: drawn(notes),
    device: [...(read.channels ? [read.channels] : []), ...device],
    ...plain,
  }
  return { ok: true, readings: [readingOf(tone, measures, prevented)], picture }
}
