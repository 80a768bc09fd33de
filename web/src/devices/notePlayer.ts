/** Plays an exercise with count-in and metronome, from oscillators: nothing is fetched, nothing is recorded. */
import type { TimedNote } from '@vein-mend/core/music'

export interface Playing {
  readonly notes: readonly TimedNote[]
  readonly bpm: number
  readonly beatsPerBar: number
  readonly beats: number
  readonly metronome: boolean
  readonly loop: boolean
  /** A bar of clicks before it begins. */
  readonly countIn: boolean
}

const COUNT_IN_BARS = 1
const CLICK_SECONDS = 0.03
const SOFT = 0.12

function hertz(midi: number): number {
  // Equal temperament, A4 = 440 Hz: ISO 16.
  return 440 * 2 ** ((midi - 69) / 12)
}

function click(context: AudioContext, at: number, first: boolean): void {
  const tone = context.createOscillator()
  const gain = context.createGain()
  tone.frequency.value = first ? 1600 : 1100
  gain.gain.setValueAtTime(SOFT, at)
  gain.gain.exponentialRampToValueAtTime(0.001, at + CLICK_SECONDS)
  tone.connect(gain).connect(context.destination)
  tone.start(at)
  tone.stop(at + CLICK_SECONDS)
}

function sound(context: AudioContext, note: TimedNote, from: number): void {
  const tone = context.createOscillator()
  const gain = context.createGain()
  const at = from + note.onsetSeconds
  const end = at + note.seconds
  tone.type = 'triangle'
  tone.frequency.value = hertz(note.midi)
  gain.gain.setValueAtTime(0, at)
  gain.gain.linearRampToValueAtTime(SOFT * note.velocity, at + 0.015)
  gain.gain.setValueAtTime(SOFT * note.velocity, Math.max(at + 0.015, end - 0.04))
  gain.gain.linearRampToValueAtTime(0, end)
  tone.connect(gain).connect(context.destination)
  tone.start(at)
  tone.stop(end + 0.02)
}

/** One playing at a time; `stop` silences it at once. */
export class NotePlayer {
  private context: AudioContext | null = null
  private timer: ReturnType<typeof setTimeout> | null = null

  play(playing: Playing, onEnd: () => void): void {
    this.stop()
    const context = new AudioContext()
    this.context = context
    const countIn = playing.countIn ? COUNT_IN_BARS * playing.beatsPerBar : 0
    this.round(context, playing, countIn, onEnd)
  }

  private round(context: AudioContext, p: Playing, countIn: number, onEnd: () => void): void {
    const beat = 60 / p.bpm
    const start = context.currentTime + 0.08
    for (let b = 0; b < countIn; b++) click(context, start + b * beat, b % p.beatsPerBar === 0)
    const from = start + countIn * beat
    if (p.metronome) {
      for (let b = 0; b < p.beats; b++) click(context, from + b * beat, b % p.beatsPerBar === 0)
    }
    for (const note of p.notes) sound(context, note, from)
    const seconds = (countIn + p.beats) * beat
    this.timer = setTimeout(() => {
      if (p.loop) this.round(context, p, 0, onEnd)
      else {
        this.stop()
        onEnd()
      }
    }, seconds * 1000)
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer)
    this.timer = null
    void this.context?.close()
    this.context = null
  }
}
