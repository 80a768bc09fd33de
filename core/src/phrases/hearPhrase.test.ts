import { describe, expect, test } from 'vitest'
import type { Finding } from '../packs'
import { hearPhrase } from './index'

const sign = (
  id: string,
  text: string,
  place: string,
  aliases: readonly string[] = [],
): Finding => ({
  ...{ id, text, place, aliases },
  strand: 'tension',
  observed: 'seen',
  leak: 0.04,
  byCheckOnly: false,
})
const THUMB = sign('thumb', 'The left thumb squeezes', 'left hand', ['thumb clamps', 'tight thumb'])
const SCROLL = sign('scroll', 'The scroll sinks', 'instrument', ['scroll droops', 'violin sags'])
const CROOKED = sign('crooked', 'The bow travels crooked', 'bow', ['bow not straight'])
const SQUEAK = sign('squeak', 'Squeaks', 'tone', ['squeals', 'high chirp'])
const HAND: Finding = {
  ...sign('hand', 'Pain in hand or wrist', 'hand', ['hurts']),
  stop: { part: 'hand', say: 'Stop.' },
}
const ARM: Finding = {
  ...sign('arm', 'Pain in the arm', 'arm', ['hurts']),
  stop: { part: 'arm', say: 'Stop.' },
}
const ALL = [HAND, THUMB, SCROLL, CROOKED, SQUEAK, ARM]
const sure = (phrase: string) => hearPhrase(ALL, phrase).sure?.id ?? null
const first = (phrase: string) => hearPhrase(ALL, phrase).signs[0]?.id ?? null

describe('what is surely meant', () => {
  test('is a sign said in its own words, in others that mean the same, misspelt, or half typed', () => {
    expect(sure('thumb clamps')).toBe('thumb')
    expect(sure('left thumb gripping')).toBe('thumb')
    expect(sure('thubm clamps')).toBe('thumb')
    expect(sure('scroll droo')).toBe('scroll')
    expect(sure('squeaks')).toBe('squeak')
    expect(sure('scro')).toBe('scroll')
    // A letter says nothing.
    expect(sure('s')).toBeNull()
  })

  test('is none where a word of weight is not understood, or only a part is named', () => {
    for (const phrase of [
      'scroll zigzag yoghurt',
      'left thumb',
      'the other bow',
      'reads well',
      'thumb',
    ])
      expect(sure(phrase), phrase).toBeNull()
    expect(first('scroll zigzag yoghurt')).toBe('scroll')
  })

  test('is none for one word that no sign has, though it looks like one that does', () => {
    for (const word of ['recital', 'squawking', 'clampdown']) expect(sure(word), word).toBeNull()
    expect(sure('squeakz')).toBe('squeak')
  })

  test('is none where two signs answer alike', () => {
    const twins = [
      sign('a', 'The wrist is stiff', 'hand'),
      sign('b', 'The wrist gets stiff', 'hand'),
    ]
    expect(hearPhrase(twins, 'stiff wrist').sure).toBeNull()
    expect(hearPhrase(twins, 'stiff wrist').signs).toHaveLength(2)
  })

  test('is none in praise, history, an order, or what is not there', () => {
    for (const phrase of [
      'thumb clamps no more',
      'used to clamp the thumb',
      'scroll up!',
      'no squeaks',
    ])
      expect(sure(phrase), phrase).toBeNull()
    expect(hearPhrase(ALL, 'no squeaks today').tells).toBe('not-there')
    expect(first('no squeaks today')).toBe('squeak')
  })

  test('an empty line means nothing', () => {
    expect(hearPhrase(ALL, '  ')).toMatchObject({ sure: null, signs: [] })
  })
})

describe('harm', () => {
  test('that stops is what Enter notes, the part that is named first', () => {
    expect(sure('forearm throbs')).toBe('arm')
    expect(sure('wrist is sore')).toBe('hand')
    expect(hearPhrase(ALL, 'it hurts').signs.every((f) => f.stop)).toBe(true)
  })

  test('that may be none stops nothing, and no stop is among the signs', () => {
    const heard = hearPhrase(ALL, 'thumb a bit achy')
    expect(heard).toMatchObject({ sure: null, harm: { level: 'ask', parts: ['hand'] } })
    expect(heard.signs.some((f) => f.stop)).toBe(false)
  })
})
