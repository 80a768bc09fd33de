import { describe, expect, test } from 'vitest'
import type { Finding, Knowledge } from '../packs'
import { completeAct, findingsByOwnWords, knownWords, sameWords, wordsBegun } from './index'
import { lessonSummary, summarise } from '../standing'
import type { ActBody } from './index'
import { Desk } from './test/desk'

const finding = (id: string, text: string): Finding => ({
  id,
  text,
  strand: 'tension',
  place: 'hand',
  observed: 'seen',
  aliases: [],
  leak: 0.04,
  byCheckOnly: false,
})
const HOVERS = finding('thumb-off-keys', 'Thumb hangs off the keys')
const CAVES = finding('tips-cave', 'Fingertips cave in')
const knowledge = { findings: [HOVERS, CAVES] } as unknown as Knowledge

const noted = (desk: Desk, words: string): ActBody => ({
  kind: 'word-noted',
  lesson: desk.lesson,
  words,
  prompted: false,
  condition: null,
})
const tied = (words: string, sign = HOVERS): ActBody => ({
  kind: 'words-tied',
  words,
  finding: sign.id,
  text: sign.text,
})
const signs = (desk: Desk) => desk.record.ownWords.map((w) => w.sign?.finding ?? null)

describe('what is noted in the teacher’s own words', () => {
  test('is kept with its lesson and told in its summary; said twice in one lesson it stands once', () => {
    const desk = new Desk().open()
    desk.do(noted(desk, 'sits like a question mark'))
    desk.do(noted(desk, ' Sits  like a QUESTION mark'.trim()))
    expect(desk.record.ownWords).toHaveLength(1)
    expect(lessonSummary(desk.record, desk.lesson).ownWords).toEqual(['Sits  like a QUESTION mark'])
    expect(summarise(desk.record).ownWords).toMatchObject([{ times: 1, last: '2026-01-12' }])
  })

  test('says the same whatever its capitals and spaces', () => {
    expect(sameWords(' Thumb  in the air ', 'thumb in THE air')).toBe(true)
    expect(sameWords('thumb in the air', 'thumb in the hair')).toBe(false)
  })

  test('is gone when it is undone', () => {
    const desk = new Desk().open()
    const act = desk.do(noted(desk, 'sits like a question mark'))
    expect(desk.whyNotUndo(act)).toBeNull()
    desk.do({ kind: 'undone', act })
    expect(desk.record.ownWords).toEqual([])
  })

  test('is tied once, and goes by that sign wherever it is noted again', () => {
    const desk = new Desk().open()
    desk.do(noted(desk, 'thumb in the air'))
    desk.do(tied('Thumb in the air'))
    desk.open()
    desk.do(noted(desk, 'thumb in the air'))
    expect(signs(desk)).toEqual(['thumb-off-keys', 'thumb-off-keys'])
    desk.do(noted(desk, 'all over the place'))
    expect(signs(desk).at(-1)).toBeNull()
  })

  test('cannot be tied by words that nobody noted, nor to a sign the pack does not have', () => {
    const desk = new Desk().open()
    expect(desk.try(tied('thumb in the air'))).toBe('unknown_words')
    const request = { kind: 'words-tied', words: 'thumb', finding: 'no-such' } as const
    expect(completeAct(request, desk.record, knowledge)).toMatchObject({
      ok: false,
      refusal: { code: 'unknown_finding', path: ['finding'] },
    })
  })
})

describe('words known in the studio', () => {
  const on = (words: string, last: string, sign: Finding | null, times = 1) => ({
    words,
    last,
    times,
    sign: sign && { finding: sign.id, text: sign.text },
  })

  test('are one list: the latest first, counted over all, tied where anybody tied them', () => {
    const list = knownWords([
      on('thumb in the air', '2026-01-12', HOVERS),
      on('all over the place', '2026-01-19', null),
      on('Thumb in the air', '2026-01-26', null, 2),
    ] as never)
    expect(list).toEqual([
      { ...on('Thumb in the air', '2026-01-26', HOVERS, 3) },
      on('all over the place', '2026-01-19', null),
    ])
  })

  test('of one day stand with what was noted last of them, and are tied where either was', () => {
    const list = knownWords([
      on('all over', '2026-01-12', CAVES),
      on('All over', '2026-01-12', null),
      on('older', '2026-01-05', null),
      on('thumb', '2026-01-19', null),
      on('Thumb', '2026-01-12', HOVERS),
    ] as never)
    expect(list).toEqual([
      on('thumb', '2026-01-19', HOVERS, 2),
      on('All over', '2026-01-12', CAVES, 2),
      on('older', '2026-01-05', null),
    ])
    // Tied twice, the later tie holds.
    const twice = [on('thumb', '2026-01-12', HOVERS), on('thumb', '2026-01-19', CAVES)]
    expect(knownWords(twice as never)[0]!.sign!.finding).toBe('tips-cave')
    expect(knownWords(twice.toReversed() as never)[0]!.sign!.finding).toBe('tips-cave')
  })

  test('that are tied are words of their sign; the others are found as they are begun', () => {
    const known = knownWords([
      on('thumb in the air', '2026-01-12', HOVERS),
      on('all over the place', '2026-01-19', null),
    ] as never)
    expect(findingsByOwnWords([HOVERS, CAVES], known).map((f) => f.aliases)).toEqual([
      ['thumb in the air'],
      [],
    ])
    expect(findingsByOwnWords([CAVES], [])).toEqual([CAVES])
    // The same ties make no new list, and another one does.
    const signs = [HOVERS, CAVES]
    const first = findingsByOwnWords(signs, known)
    expect(findingsByOwnWords(signs, [...known])).toBe(first)
    const more = knownWords([...known, on('it caves in', '2026-01-26', CAVES)] as never)
    expect(findingsByOwnWords(signs, more).map((f) => f.aliases)).toEqual([
      ['thumb in the air'],
      ['it caves in'],
    ])
    expect(wordsBegun(known, 'all ov').map((k) => k.words)).toEqual(['all over the place'])
    expect(wordsBegun(known, 'thumb')).toEqual([])
    expect(wordsBegun(known, ' ')).toEqual([])
    expect(wordsBegun(known, 'all thumbs')).toEqual([])
    expect(wordsBegun(known, 'pl all').map((k) => k.words)).toEqual(['all over the place'])
  })
})
