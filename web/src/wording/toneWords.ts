/** What is measured of sound, in words a teacher would use. */
import type { NotHeard, SoundedFault, ToneMeasureName } from '@vein-mend/core/tone'

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
  'too-short':
    'What sounds is too short to hear a tone in it: play longer notes, or one that is held.',
}
