import type { Finding } from '@vein-mend/core/packs'
import { describe, expect, test } from 'vitest'
import { entriesOf, heardIn, keyOf } from './lineEntries'
import type { Command } from './deskTypes'

const sign = (id: string, text: string, aliases: readonly string[]): Finding => ({
  ...{ id, text, aliases, leak: 0.04, byCheckOnly: false },
  strand: 'tone',
  place: 'bow',
  observed: 'heard',
})
const SCRATCHY = sign('scratchy', 'The tone is scratchy', ['crunchy tone', 'scrapes'])
const CROOKED = sign('crooked', 'The bow travels crooked', ['bow not straight'])
const PAIN: Finding = {
  ...sign('pain', 'Pain in the hand', ['hurts']),
  stop: { part: 'hand', say: '' },
}
const OWN = { signs: [PAIN, SCRATCHY, CROOKED], known: [] }
const COMMAND: Command = { id: 'close', words: 'Close the lesson', run: () => undefined }
const keys = (query: string, commands: readonly Command[] = []) =>
  entriesOf(OWN, heardIn(OWN.signs, {}, query), query, commands).map(keyOf)

describe('what Enter does', () => {
  test('is to note a sign that is surely meant, with the words themselves last', () => {
    expect(keys('crunchy tone')[0]).toBe('scratchy')
    expect(keys('crunchy tone').at(-1)).toBe('words-crunchy tone')
  })

  test('is to keep the words where no sign surely is, with the nearest signs below', () => {
    expect(keys('crunchy zigzag yoghurt')[0]).toBe('words-crunchy zigzag yoghurt')
    expect(keys('crunchy zigzag yoghurt')).toContain('scratchy')
  })

  test('is a command only where no sign is meant', () => {
    expect(keys('close', [COMMAND])[0]).toBe('close')
    expect(keys('crunchy tone', [COMMAND])[0]).toBe('scratchy')
    expect(keys('.cl', [COMMAND])).toEqual(['close'])
  })

  test('is the stop where harm is told', () => {
    expect(keys('hand throbs')[0]).toBe('pain')
  })
})

test('what is told to be gone is offered as looked for and not there', () => {
  const heard = heardIn(OWN.signs, {}, 'no crunchy tone today')
  const entries = entriesOf(OWN, heard, 'no crunchy tone today', [])
  expect(heard.tells).toBe('not-there')
  expect(entries[0]).toMatchObject({ kind: 'words', tells: 'not-there' })
  expect(entries.find((e) => e.kind === 'sign')).toMatchObject({ strength: 'absent' })
})
