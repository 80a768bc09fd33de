/** Makes sound files beside the page: of what a browser has decoded, and of the made-up player. */
import encodeWav from '@audio/encode-wav'
import { seededRng } from '@vein-mend/core/kit'
import type { AskedNote } from '@vein-mend/core/timing'
import { soundAsked } from '@vein-mend/core/tone'
import type { SoundedPlaying } from '@vein-mend/core/tone'
import { expose } from 'comlink'

async function wav(samples: Float32Array, sampleRate: number): Promise<Uint8Array> {
  const encoder = await encodeWav({ sampleRate })
  encoder.encode([samples])
  return encoder.flush()
}

export const worker = {
  /** One channel of all that were decoded, as WAV. */
  mixed: (channels: readonly Float32Array[], rate: number): Promise<Uint8Array> => {
    const mix = new Float32Array(channels[0]?.length ?? 0)
    for (const channel of channels) {
      for (let j = 0; j < mix.length; j++)
        mix[j] = (mix[j] ?? 0) + (channel[j] ?? 0) / channels.length
    }
    return wav(mix, rate)
  },
  /** What is asked, sounded with a fault, as WAV. */
  madeUp: (
    asked: readonly AskedNote[],
    playing: Omit<SoundedPlaying, 'rng'>,
    seed: number,
  ): Promise<Uint8Array> => {
    const { samples, rate } = soundAsked(asked, { ...playing, rng: seededRng(seed) })
    return wav(samples, rate)
  },
}

expose(worker)
