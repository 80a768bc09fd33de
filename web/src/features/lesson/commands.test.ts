/** The command line beside signs: what is offered for what is typed, and what it does. */
import { USUAL_MENDING } from '@vein-mend/core/mending'
import type { Diagnosis } from '@vein-mend/core/diagnosis'
import type { IsoDate, ActId, CaseId, LessonId } from '@vein-mend/core/kit'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act, ActBody, ActRequest } from '@vein-mend/core/record'
import { describe, expect, test } from 'vitest'
import { COMMANDS_ONLY, commandsFor } from './commands'
import { nextOf } from './commandsNext'
import type { Desk, DeskActions } from './deskTypes'

const FIRST = 'lesson-1' as LessonId
const NOW = 'lesson-2' as LessonId
const AIR = 'case-air' as CaseId
const PACK = { id: 'horn', version: '1' }

const rung = {
  id: 'long-notes',
  name: 'Long notes',
  instruction: '',
  way: 'parts' as const,
  condition: 'exercise' as const,
  dose: { times: 5, minutes: 4 },
  pass: { kind: 'share' as const, clean: 4, of: 5 },
}

const RESTS_ON = { pack: PACK, mending: USUAL_MENDING }

const BEFORE: readonly ActBody[] = [
  { kind: 'student-added', card: { ...EMPTY_CARD, name: 'Isla', instrument: 'horn' } },
  { kind: 'lesson-opened', lesson: FIRST, date: '2026-03-02' as IsoDate, ...RESTS_ON },
  {
    kind: 'fault-settled',
    lesson: FIRST,
    case: AIR,
    fault: 'too-little-air',
    name: 'Too little air',
    strand: 'tone',
    severity: 3,
    probability: 0.8,
    rivals: [],
    stage: 'beginner',
    drivenBy: [],
  },
  { kind: 'cue-agreed', lesson: FIRST, case: AIR, words: 'send it all' },
  {
    kind: 'remedy-started',
    lesson: FIRST,
    case: AIR,
    remedy: 'whole-breath',
    name: 'The whole breath',
    rungs: [rung, { ...rung, id: 'in-the-tune', name: 'In the tune' }],
    loads: [],
    weeks: 5,
  },
  { kind: 'lesson-closed', lesson: FIRST, note: '', family: '', next: null },
  { kind: 'lesson-opened', lesson: NOW, date: '2026-03-09' as IsoDate, ...RESTS_ON },
]

const SIGN: ActBody = {
  kind: 'sign-noted',
  lesson: NOW,
  finding: 'muted',
  text: 'Muted',
  strand: 'tone',
  strength: 'marked',
  prompted: false,
  condition: null,
}

const diagnosis = {
  rivals: [
    { fault: { id: 'too-little-air', name: 'Too little air' } },
    { fault: { id: 'bell-hand', name: 'The hand in the bell' } },
  ],
  checks: {
    ranked: [
      {
        check: {
          id: 'open-bell',
          name: 'Open the bell',
          outcomes: [
            { id: 'clears', label: 'It clears' },
            { id: 'stays', label: 'It stays' },
          ],
        },
      },
      {
        check: {
          id: 'sheet-on-wall',
          name: 'A sheet on the wall',
          outcomes: [{ id: 'falls', label: 'It falls' }],
        },
      },
    ],
  },
} as unknown as Diagnosis

/** A desk in the second lesson; what its commands do is written down. */
function desk(...more: readonly ActBody[]) {
  const acts = [...BEFORE, ...more].map(
    (body, i) => ({ ...body, id: `act-${i}` as ActId, at: '', by: 'teacher' }) as unknown as Act,
  )
  const record = playRecord(acts)!
  const done: ActRequest[] = []
  const opened: string[] = []
  const actions: DeskActions = {
    settle: (fault) => opened.push(`settle ${fault}`),
    close: () => opened.push('close'),
    sheet: () => opened.push('sheet'),
    bench: () => opened.push('bench'),
    focusAim: () => opened.push('aim'),
    next: () => opened.push('next'),
    skip: (state) => opened.push(`skip ${state}`),
  }
  const whole: Desk = {
    view: { record, knowledge: { setup: [], playing: [], faults: [] } } as never,
    lesson: record.lessons.at(-1)!,
    diagnosis,
    setting: { condition: 'piece-tempo', prompted: false },
    act: (requests) => void done.push(...requests),
    actions,
  }
  const offered = (query: string) => commandsFor(query, whole)
  const ids = (query: string) => offered(query).map((c) => c.id)
  return { whole, offered, ids, done, opened }
}

describe('a tally', () => {
  test.each(['4 of 5', '4/5', '4 5', ' 4 / 5 '])(
    '“%s” is a look and a try of the rung',
    (typed) => {
      const { offered, done } = desk()
      const commands = offered(typed)
      expect(commands.map((c) => c.id)).toEqual([`look-${AIR}-4-5`, `rung-${AIR}-4-5`])
      commands.forEach((c) => c.run())
      expect(done).toEqual([
        {
          kind: 'look-taken',
          lesson: NOW,
          case: AIR,
          condition: 'piece-tempo',
          prompted: false,
          clean: 4,
          tries: 5,
        },
        { kind: 'rung-tried', lesson: NOW, case: AIR, rung: 'long-notes', clean: 4, tries: 5 },
      ])
    },
  )

  test('a lone number is no tally', () => {
    expect(desk().ids('4')).toEqual([])
  })
})

describe('words', () => {
  test('nothing typed offers nothing, a lone point everything', () => {
    const { ids } = desk(SIGN)
    expect(ids('')).toEqual([])
    expect(ids('  ')).toEqual([])
    expect(ids(COMMANDS_ONLY)).toEqual([
      'answer-open-bell-clears',
      'answer-open-bell-stays',
      'settle',
      `recall-alone-${AIR}`,
      `recall-hint-${AIR}`,
      `recall-not-${AIR}`,
      `stay-${AIR}`,
      `skip-${AIR}`,
      'next',
      'aim',
      'bench',
      'sheet',
      'close',
    ])
  })

  test('the beginnings of words find it, in any order', () => {
    const { ids } = desk(SIGN)
    expect(ids('stay')).toContain(`stay-${AIR}`)
    expect(ids('bell clears')).toEqual(['answer-open-bell-clears'])
    expect(ids('clears bell')).toEqual(['answer-open-bell-clears'])
    expect(ids('lears')).toEqual([])
  })

  test('the answer of the check is offered once a sign is noted', () => {
    expect(desk().ids('clears')).toEqual([])
    const { offered, done } = desk(SIGN)
    offered('clears')[0]!.run()
    expect(done).toEqual([
      { kind: 'check-answered', lesson: NOW, check: 'open-bell', outcome: 'clears' },
    ])
  })

  test('a check that is not offered is found by its name, and is not in the way of what is', () => {
    const { ids } = desk(SIGN)
    expect(ids('wall')).toEqual(['answer-sheet-on-wall-falls'])
    expect(ids('.')).not.toContain('answer-sheet-on-wall-falls')
    expect(desk().ids('wall')).toEqual([])
  })

  test('settling is offered for the first rival that is not on record yet', () => {
    const { offered, opened } = desk(SIGN)
    offered('decide')[0]!.run()
    expect(opened).toEqual(['settle bell-hand'])
  })

  test('the cue is asked for once a lesson', () => {
    const recalled: ActBody = { kind: 'cue-recalled', lesson: NOW, case: AIR, recall: 'hint' }
    expect(desk().ids('cue')).toHaveLength(3)
    expect(desk(recalled).ids('cue')).toEqual([])
  })

  test('a cue agreed in this very lesson is not asked for', () => {
    const agreed: ActBody = { kind: 'cue-agreed', lesson: NOW, case: AIR, words: 'warm the wall' }
    expect(desk(agreed).ids('cue')).toEqual([])
  })

  test('a project that rests offers no rungs', () => {
    const rests: ActBody = { kind: 'case-rested', lesson: NOW, case: AIR, reason: 'a cold' }
    expect(desk(rests).ids('up')).toEqual([])
    expect(desk(rests).ids('4 of 5')).toEqual([])
  })

  test('places are a word away', () => {
    const { offered, opened } = desk()
    const words = ['next', 'aim', 'bench', 'sheet', 'close']
    for (const word of words) offered(word).at(-1)!.run()
    expect(opened).toEqual(words)
  })
})

describe('what the lesson comes to next', () => {
  const first = (...more: readonly ActBody[]) => desk(...more).ids(COMMANDS_ONLY)[0]
  const recalled: ActBody = { kind: 'cue-recalled', lesson: NOW, case: AIR, recall: 'alone' }
  const looked: ActBody = {
    kind: 'look-taken',
    lesson: NOW,
    case: AIR,
    condition: 'piece-tempo',
    prompted: false,
    clean: 5,
    tries: 5,
  }
  const tried = (clean: number, tries: number): ActBody => ({
    kind: 'rung-tried',
    lesson: NOW,
    case: AIR,
    rung: 'long-notes',
    clean,
    tries,
  })

  test('is offered first: the cue, the look, the rung, and up when its tries say so', () => {
    expect(first()).toBe(`recall-alone-${AIR}`)
    expect(first(recalled)).toBe(`look-${AIR}-5-5`)
    expect(first(recalled, looked)).toMatch(new RegExp(`^rung-${AIR}-`))
    expect(first(recalled, looked, tried(5, 5))).toBe(`up-${AIR}`)
  })

  test('one way up for each rung that was tried; then what is left, then the close, and never a rung nobody tried', () => {
    const up: ActBody = { kind: 'rung-decided', lesson: NOW, case: AIR, decision: 'up', reason: '' }
    const said: ActBody = { kind: 'strength-named', lesson: NOW, words: 'Steady pulse' }
    const lesson = [recalled, looked, tried(5, 5), up]
    const next = (...more: readonly ActBody[]) => {
      const { step, commands } = nextOf(desk(...more).whole)
      return [step?.kind, commands[0]?.id]
    }
    expect(first(...lesson)).toBe('next')
    expect(next(...lesson)).toEqual(['what-works', 'next'])
    expect(next(...lesson, said)).toEqual(['diagnose', 'next'])
    expect(next(...lesson, said, SIGN)).toEqual(['close', 'close'])
    expect(desk(...lesson).ids(COMMANDS_ONLY)).not.toContain(`up-${AIR}`)
  })

  test('the step that is marked on the way is the one that the line does', () => {
    const next = (...more: readonly ActBody[]) => nextOf(desk(...more).whole).step?.kind
    expect(next()).toBe('recall')
    expect(next(recalled)).toBe('look')
    expect(next(recalled, looked)).toBe('rung')
  })

  test('to skip a rung is a word away, and asks why beside it', () => {
    const { offered, opened, done } = desk()
    offered('skip')[0]!.run()
    expect(opened).toEqual([`skip ${AIR}`])
    expect(done).toEqual([])
  })

  test('staying needs no word, and nothing stands twice in the list', () => {
    const { ids } = desk(recalled, looked, tried(4, 5))
    expect(ids(COMMANDS_ONLY)[0]).not.toBe(`stay-${AIR}`)
    const all = ids(COMMANDS_ONLY)
    expect(new Set(all).size).toBe(all.length)
  })

  test('what was noted is followed up before it, until a fault is decided on', () => {
    expect(first(SIGN)).toBe('answer-open-bell-clears')
  })

  test('before anything is noted no fault is offered to be decided on, unless asked for', () => {
    expect(desk().ids(COMMANDS_ONLY)).not.toContain('settle')
    expect(desk().ids('decide')).toContain('settle')
  })
})
