import { expect, test } from 'vitest'
import { keysAbout } from './forget'

test('keys of a student, a lesson or a fault are found wherever the id stands, and no other that begins alike', () => {
  const keys = [
    'vein-mend-typed-note-lesson-1',
    'vein-mend-typed-note-lesson-12',
    'vein-mend-typed-cue-lesson-1-case-7',
    'vein-mend-typed-ladder-case-9',
    'vein-mend-draft-card-student-lark',
    'vein-mend-draft-card-student-larkin',
  ]
  expect(keysAbout(keys, ['lesson-1', 'student-lark'])).toEqual([keys[0], keys[2], keys[4]])
  expect(keysAbout(keys, ['case-7', 'case-9'])).toEqual([keys[2], keys[3]])
  expect(keysAbout(keys, [])).toEqual([])
})
