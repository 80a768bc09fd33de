/** The microphone of the room, as it is: nothing is taken out of the sound, and it goes nowhere but to the studio. */
import encodeWav from '@audio/encode-wav'
import type { StreamEncoder } from '@audio/encode-wav'
import type { PitchRange } from '@vein-mend/core/tone'
import captureUrl from './capture.worklet.ts?worker&url'
import { Listener } from './listener'
import type { Heard } from './listener'

/** Whether this page can hear a microphone at all: over plain http a browser does not offer it. */
export function canRecord(): boolean {
  return isSecureContext && 'mediaDevices' in navigator && 'AudioWorkletNode' in globalThis
}

/** As long as a take may be. */
export const RECORD_SECONDS_MOST = 600

/** What a browser would do to speech harms a tone. */
const AS_IT_IS: MediaTrackConstraints = {
  echoCancellation: false,
  noiseSuppression: false,
  autoGainControl: false,
  channelCount: 1,
}

export class Microphone {
  private stream: MediaStream | null = null
  private context: AudioContext | null = null
  private encoder: StreamEncoder | null = null

  /** @throws DOMException where the user or the browser says no, or no microphone is there */
  async open(range: PitchRange, onHeard: (heard: Heard) => void): Promise<void> {
    this.stream = await navigator.mediaDevices.getUserMedia({ audio: AS_IT_IS })
    const context = new AudioContext()
    this.context = context
    await context.audioWorklet.addModule(captureUrl)
    const { sampleRate } = context
    const encoder = await encodeWav({ sampleRate })
    const listener = new Listener(sampleRate, range)
    this.encoder = encoder
    const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 })
    capture.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
      // Encoded as it comes, so that nothing long is left for the end.
      encoder.encode([data])
      onHeard(listener.hear(data))
    }
    context.createMediaStreamSource(this.stream).connect(capture)
  }

  /** Lets go of the microphone; what was recorded as WAV, null where nothing was. */
  async close(): Promise<Blob | null> {
    for (const track of this.stream?.getTracks() ?? []) track.stop()
    await this.context?.close()
    const bytes = this.encoder?.flush()
    this.stream = null
    this.context = null
    this.encoder = null
    return bytes ? new Blob([Uint8Array.from(bytes)], { type: 'audio/wav' }) : null
  }
}
