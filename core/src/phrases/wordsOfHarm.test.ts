/** Ways in which harm is told, and ways that only sound like it; common practice, no source. */
import { describe, expect, test } from 'vitest'
import { harmToldBy } from './index'

const levelOf = (text: string) => harmToldBy(text).level
const partOf = (text: string) => harmToldBy(text).parts[0]

describe('what stops', () => {
  test.each([
    ['wrist hurts', 'hand'],
    ['elbow on fire by the end', 'arm'],
    ['ow, my thumb!', 'hand'],
    ['ants in my fingers', 'hand'],
    ['fingers fell asleep', 'hand'],
    ['her foot went dead', 'leg'],
    ['cannot feel her lips', 'lips-jaw'],
    ['lip is cracked', 'lips-jaw'],
    ['something tore in the shoulder', 'arm'],
    ['knee clicks', 'leg'],
    ['room was spinning', 'breath'],
    ['spots in front of her eyes', 'breath'],
    ['ears buzz since the gig', 'hearing'],
    ['blood on the reed', 'skin'],
    ['blister on the heel of the hand', 'skin'],
    ['lips bleeding', 'lips-jaw'],
    ['headache', 'neck-back'],
    ['dodgy back', 'neck-back'],
    ['shook out his hand after the scale', 'hand'],
    ['couldn’t raise his arm', 'arm'],
    ['shouldr pain', 'arm'],
    ['a pain in the neck since sunday', 'neck-back'],
    ['electric shock in her wrist', 'hand'],
    ['old injury, elbow hurts again', 'arm'],
    ['strained her shoulder', 'arm'],
  ] as const)('%s: %s', (text, part) => {
    expect(levelOf(text)).toBe('stop')
    expect(partOf(text)).toBe(part)
  })
})

test.each([
  'back is a bit achy',
  'says her arm feels like jelly',
  'lips tired, not sore',
  'fingertips tender, says fine',
  'sore tips, new strings',
  'physio again on friday',
  'fingers went blue',
  'cannot bend his thumb',
  'elbow twinges',
])('%s: may be harm, and is asked about', (text) => {
  expect(levelOf(text)).toBe('ask')
})

test.each([
  'sprained an ankle years ago',
  'broke his arm as a kid, healed',
  'no pain today',
  'wrist not sore',
  'death grip on the bow',
  'dead string',
  'electric shock vibrato',
  'reed is dead',
  'notes bleed into each other',
  'tone swells on every note',
  'right elbow pulled back',
  'key torn off its pad',
  'bad hand position',
  'numbers the bars',
  'cut off too soon',
  'splits the first note',
  'rings on after the chord',
  'strangles the neck',
  'faint sound',
  '',
])('%s: no harm now', (text) => {
  expect(levelOf(text)).toBe('none')
})

test('the part that is named is told even where nothing hurts', () => {
  expect(harmToldBy('left wrist and elbow').parts).toEqual(['hand', 'arm'])
})
