/** Sound files for the studio: WAV and FLAC as they are, whatever else the browser can decode as WAV. */
import type { AskedNote } from '@vein-mend/core/timing'
import type { SoundedPlaying } from '@vein-mend/core/tone'
import { transfer, wrap } from 'comlink'
import type { Remote } from 'comlink'
import type { worker as Worker_ } from './sound.worker'

let shared: Remote<typeof Worker_> | null = null

function remote(): Remote<typeof Worker_> {
  shared ??= wrap(new Worker(new URL('./sound.worker.ts', import.meta.url), { type: 'module' }))
  return shared
}

const asWav = (bytes: Uint8Array) => new Blob([Uint8Array.from(bytes)], { type: 'audio/wav' })

/** The first bytes of what is measured as it is. */
const MEASURED_AS_IT_IS = ['RIFF', 'fLaC']
/** Decoded at the rate that most devices record with. */
const RATE = 48_000

async function isMeasuredAsItIs(file: Blob): Promise<boolean> {
  const head = new Uint8Array(await file.slice(0, 4).arrayBuffer())
  return MEASURED_AS_IT_IS.includes(String.fromCharCode(...head))
}

/** The recording as the studio measures it. @throws DOMException where the browser cannot decode it either */
export async function measurable(file: Blob): Promise<Blob> {
  if (await isMeasuredAsItIs(file)) return file
  const context = new OfflineAudioContext(1, 1, RATE)
  const decoded = await context.decodeAudioData(await file.arrayBuffer())
  const channels = Array.from({ length: decoded.numberOfChannels }, (_, c) =>
    decoded.getChannelData(c).slice(),
  )
  const handed = transfer(
    channels,
    channels.map((c) => c.buffer),
  )
  return asWav(await remote().mixed(handed, decoded.sampleRate))
}

/** What the made-up player sounds; the same for the same seed. */
export async function madeUpSound(
  asked: readonly AskedNote[],
  playing: Omit<SoundedPlaying, 'rng'>,
  seed: number,
): Promise<Blob> {
  return asWav(await remote().madeUp(asked, playing, seed))
}
