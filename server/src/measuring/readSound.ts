/** Reads recordings as one channel of numbers: WAV of any usual kind, and FLAC. The bytes come from anywhere. */
import { halved } from '@vein-mend/core/tone'
import type { ChannelTrace, Sound } from '@vein-mend/core/tone'
import { readFlac } from './readFlac'
import { readWav } from './readWav'
import type { SoundRead } from './soundLimits'

export type { NotSound, SoundRead } from './soundLimits'

/** Above this rate every two samples are one: nothing we measure is that high. */
const RATE_ENOUGH = 80_000
/** A file of floats may hold anything; beyond this it is no sound. */
const LOUDEST = 64

function asMeasured(sound: Sound, channels: ChannelTrace | null): SoundRead {
  if (sound.samples.length === 0) return { ok: false, why: 'no_sound' }
  if (!sound.samples.every((x) => Math.abs(x) < LOUDEST)) return { ok: false, why: 'odd_sound' }
  let fine = sound
  while (fine.rate > RATE_ENOUGH) fine = halved(fine)
  return { ok: true, sound: fine, channels }
}

const starts = (bytes: Uint8Array, mark: string) =>
  String.fromCharCode(...bytes.subarray(0, mark.length)) === mark

async function decoded(bytes: Uint8Array): Promise<SoundRead> {
  if (starts(bytes, 'RIFF')) return readWav(bytes)
  return starts(bytes, 'fLaC') ? readFlac(bytes) : { ok: false, why: 'not_sound' }
}

/** The sound in a file, or why there is none to measure; read no further than its head allows. */
export async function readSound(bytes: Uint8Array): Promise<SoundRead> {
  const read = await decoded(bytes)
  return read.ok ? asMeasured(read.sound, read.channels) : read
}
