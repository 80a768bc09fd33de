/** Reads a standard MIDI file as it was played: every note with its time, to be measured and not to be written down. */
import { inOrder } from '@vein-mend/core/timing'
import type { PlayedNote } from '@vein-mend/core/timing'
import { parseMidi } from 'midi-file'
import type { MidiData, MidiEvent } from 'midi-file'

/** Notes beyond which a take is refused: at ten a second, a quarter of an hour and more. */
export const PLAYED_MOST = 10_000
/** A take of an hour has nothing to do with an exercise. */
const SECONDS_MOST = 3600
const MS = 1000
/** Until a file says otherwise: 120 quarters a minute (Standard MIDI Files 1.0). */
const USUAL_BEAT_MS = 500
/** 29 frames stand for 30 with some dropped, which are 29.97 (Standard MIDI Files 1.0; SMPTE 12M). */
const DROPPING = { said: 29, meant: 30_000 / 1001 } as const
const PEDAL = 64
/** From here on a pedal is down (MIDI 1.0). */
const PEDAL_DOWN = 64

/** Why a file of notes is not measured. */
export type NotPlayed = 'not_midi' | 'no_notes' | 'too_many_notes' | 'take_too_long'

export type Played =
  | { readonly ok: true; readonly notes: readonly PlayedNote[] }
  | { readonly ok: false; readonly why: NotPlayed }

function parsed(bytes: Uint8Array): MidiData | null {
  try {
    return parseMidi(bytes)
  } catch {
    return null
  }
}

/** From which tick on a tick takes how long. */
interface Tempo {
  readonly tick: number
  readonly atMs: number
  readonly tickMs: number
}

/** Changes of tempo of all tracks, with the moment of each; one for the whole file where it counts frames. */
function temposOf({ header, tracks }: MidiData): readonly Tempo[] {
  const { ticksPerBeat, framesPerSecond: frames, ticksPerFrame } = header
  if (frames !== undefined && ticksPerFrame !== undefined) {
    const aSecond = frames === DROPPING.said ? DROPPING.meant : frames
    return [{ tick: 0, atMs: 0, tickMs: MS / (aSecond * ticksPerFrame) }]
  }
  const said = tracks.flatMap((track) => {
    let tick = 0
    return track.flatMap((event) => {
      tick += event.deltaTime
      return event.type === 'setTempo' ? [{ tick, beatMs: event.microsecondsPerBeat / MS }] : []
    })
  })
  const tempos = [{ tick: 0, atMs: 0, tickMs: USUAL_BEAT_MS / (ticksPerBeat ?? 0) }]
  for (const { tick, beatMs } of said.sort((a, b) => a.tick - b.tick)) {
    const last = tempos.at(-1)
    const atMs = last ? last.atMs + (tick - last.tick) * last.tickMs : 0
    tempos.push({ tick, atMs, tickMs: beatMs / (ticksPerBeat ?? 0) })
  }
  return tempos
}

/** Milliseconds of ticks that are asked in their order. */
function clockOf(tempos: readonly Tempo[]): (tick: number) => number {
  let at = 0
  return (tick) => {
    while ((tempos[at + 1]?.tick ?? Number.POSITIVE_INFINITY) <= tick) at += 1
    const { tick: from, atMs, tickMs } = tempos[at] ?? { tick: 0, atMs: 0, tickMs: 0 }
    return atMs + (tick - from) * tickMs
  }
}

/** A key that is down, and since when. */
interface Sounding {
  readonly midi: number
  readonly channel: number
  readonly onMs: number
  readonly velocity: number
}

/** The keys and pedals of a file, followed event by event: a key by its track, a pedal on whichever track it is written. */
class Keys {
  readonly notes: PlayedNote[] = []
  private readonly down = new Map<string, Sounding>()
  private readonly pedals = new Set<number>()

  hear(event: MidiEvent, track: number, nowMs: number): void {
    if (event.type === 'controller' && event.controllerType === PEDAL) {
      if (event.value >= PEDAL_DOWN) this.pedals.add(event.channel)
      else this.pedals.delete(event.channel)
    }
    if (event.type !== 'noteOn' && event.type !== 'noteOff') return
    const { channel, noteNumber: midi, velocity } = event
    const key = `${track} ${channel} ${midi}`
    const held = this.down.get(key)
    // A key that is struck came up before, though nothing was sent of it.
    if (held) this.end(held, nowMs, event.type === 'noteOn')
    this.down.delete(key)
    if (event.type === 'noteOn') this.down.set(key, { midi, channel, onMs: nowMs, velocity })
  }

  /** What is still down was never said to have come up. */
  close(nowMs: number): void {
    for (const held of this.down.values()) this.end(held, nowMs, true)
    this.down.clear()
  }

  private end(held: Sounding, offMs: number, isUnsent: boolean): void {
    const { midi, channel, onMs, velocity } = held
    const note = { midi, onMs, offMs, velocity, channel }
    if (isUnsent) this.notes.push({ ...note, release: 'unsent' })
    else if (this.pedals.has(channel)) this.notes.push({ ...note, release: 'pedal' })
    else this.notes.push(note)
  }
}

/** The events of all tracks in the order of their time, those of one moment as their tracks stand. */
function inTime(tracks: MidiData['tracks']) {
  const all = tracks.flatMap((events, track) => {
    let tick = 0
    return events.map((event) => {
      tick += event.deltaTime
      return { event, track, tick }
    })
  })
  return tracks.length > 1 ? all.sort((a, b) => a.tick - b.tick) : all
}

function notesOf(tracks: MidiData['tracks'], clock: (tick: number) => number) {
  const keys = new Keys()
  let last = 0
  for (const { event, track, tick } of inTime(tracks)) {
    last = clock(tick)
    keys.hear(event, track, last)
  }
  keys.close(last)
  return keys.notes
}

/** Every note of every track, in order. */
export function readPlayed(bytes: Uint8Array): Played {
  const song = parsed(bytes)
  if (!song) return { ok: false, why: 'not_midi' }
  const tempos = temposOf(song)
  if (!tempos.every((t) => Number.isFinite(t.tickMs))) return { ok: false, why: 'not_midi' }
  const notes = notesOf(song.tracks, clockOf(tempos))
  if (notes.length === 0) return { ok: false, why: 'no_notes' }
  if (notes.length > PLAYED_MOST) return { ok: false, why: 'too_many_notes' }
  const sound = notes.every((n) => n.onMs >= 0 && n.offMs >= n.onMs && n.offMs < SECONDS_MOST * MS)
  return sound ? { ok: true, notes: inOrder(notes) } : { ok: false, why: 'take_too_long' }
}
