/** What is measured of sound, in words a teacher would use. */
import type {
  ChannelTrace,
  DeviceTrace,
  NotHeard,
  SoundedFault,
  ToneMeasureName,
  WhyApart,
} from '@vein-mend/core/tone'

export const TONE_MEASURE_WORDS: Readonly<Record<ToneMeasureName, string>> = {
  pitch: 'Pitch, above the notes asked',
  'pitch-spread': 'Pitch, how differently from note to note',
  'pitch-drift': 'Pitch rising over a tone',
  'pitch-unsteady': 'Pitch, unsteady within a tone',
  'waver-rate': 'Waves of pitch a second',
  'waver-extent': 'Waves of pitch, to each side',
  breath: 'Tone above its breath and noise',
  brightness: 'Brightness, in harmonics',
  'brightness-change': 'Brighter at the end of a tone',
  'brightness-spread': 'Brightness, how differently from note to note',
  level: 'Loudness, below the loudest the device can take',
  'level-unsteady': 'Loudness, unsteady within a tone',
  'level-spread': 'Loudness, how differently from note to note',
  decay: 'Loudness rising over a tone',
  rise: 'From the first sound to the full tone',
  'speaks-after': 'Noise before the tone speaks',
  air: 'Of its time, without a tone',
  squeaks: 'Tones that squeak or crack',
  'split-starts': 'Tones that split at the start',
}

export const SOUNDED_FAULT_WORDS: Readonly<Record<SoundedFault, string>> = {
  none: 'well',
  weak: 'weakly',
  muffled: 'muffled',
  bright: 'too brightly',
  airy: 'with much air',
  'only-air': 'only air',
  sharp: 'too high',
  flat: 'too low',
  wavers: 'wavering',
  sags: 'sagging in pitch',
  'late-to-speak': 'late to speak',
  squeaks: 'with squeaks',
  splits: 'with split starts',
  trembles: 'trembling',
}

export const NOT_HEARD_WORDS: Readonly<Record<NotHeard, string>> = {
  silent: 'Nothing sounds in this recording: it is silent, or far too soft.',
  'no-tone': 'There is sound and no tone in it: only air, or only the room.',
  voice: 'Somebody speaks in this recording, and no tone is held in it.',
  unclear: 'Something sounds, and no single tone can be told in it: nothing is measured.',
  'too-short':
    'What sounds is too short to hear a tone in it: play longer notes, or one that is held.',
}

export const DEVICE_WORDS: Readonly<Record<DeviceTrace | ChannelTrace, string>> = {
  'cut-off':
    'The device cut the loudest places off: colour, breath and loudness are not measured. Move it further away.',
  'narrow-band':
    'Nothing above the band of a telephone is in it: colour, breath and loudness are not measured.',
  'room-noise':
    'The room is nearly as loud as the breath in the tone: colour and breath are not measured.',
  'few-bits': 'It was kept in eight bits: colour and breath are not measured.',
  'gain-follows':
    'The device made soft places louder by itself: loudness is not measured. It can often be told not to.',
  'dead-channel': 'One channel is silent; the other is measured.',
  'opposite-channels': 'The two channels are wired against each other; that was put right.',
}

/** What stands before and after the take, by why it is not counted. */
export const SOUND_APART_WORDS: Readonly<Record<WhyApart, string>> = {
  voice: 'somebody speaks',
  noise: 'noise',
  'another-tone': 'a tone that was not asked for',
  beside: 'somebody else, softly',
}

const INTERVALS = [
  ...['', 'a semitone', 'a whole tone', 'a minor third', 'a major third', 'a fourth', 'a tritone'],
  ...['a fifth', 'a minor sixth', 'a major sixth', 'a minor seventh', 'a major seventh'],
  'an octave',
]

/** As in "a whole tone lower". @param semitones not 0 */
export function elsewhere(semitones: number): string {
  const far = Math.abs(semitones)
  const interval = INTERVALS[far] ?? (far === 24 ? 'two octaves' : `${far} semitones`)
  return `${interval} ${semitones > 0 ? 'higher' : 'lower'}`
}
