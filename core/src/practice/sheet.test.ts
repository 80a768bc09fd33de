import { expect, test } from 'vitest'
import { sayPass, WAYS } from '../packs'
import type { LadderRung } from '../remedy'
import { readWeek, rungLines, weekRows } from './index'
import { anItem, aWeek } from './test/weekAsked'

const rung = {
  way: 'game-or-cue',
  condition: 'piece-slow',
  dose: { times: 3, minutes: 2, tempo: 'slow', hands: 'left' },
  pass: { kind: 'share', clean: 4, of: 5 },
} as unknown as LadderRung

const CHILD = { child: true, cue: true, upkeep: false }
const ADULT = { ...CHILD, child: false }

test('the week by exercise: each once, in the order of a day, with its minutes on each', () => {
  const ask = aWeek([
    anItem('music', { place: 'music', minutes: 9 }),
    anItem('b'),
    anItem('never'),
    anItem('a', { place: 'away', minutes: 1 }),
  ])
  const on = (days: string) => Array.from(days, (d) => d === 'x')
  const plan = readWeek(ask, [on('xx.....'), on('.x.....'), on('.......'), on('x.x....')])
  // Read from a file, as a page has it.
  const rows = weekRows(JSON.parse(JSON.stringify(plan)) as typeof plan)
  expect(rows.map((r) => [r.item.id, ...r.minutes])).toEqual([
    ['a', 1, null, 1, null, null, null, null],
    ['b', null, 5, null, null, null, null, null],
    ['music', 9, 9, null, null, null, null, null],
  ])
})

test('a dose is said with its tempo and hands, and once is one time', () => {
  expect(rungLines(rung, CHILD).dose).toBe('3 times, slow, left hand')
  const once = { ...rung, dose: { times: 1, minutes: 2 } }
  expect(rungLines(once, CHILD).dose).toBe('1 time')
})

test('a child and an adult are told how and when to go on; upkeep goes nowhere', () => {
  const [child, adult] = [rungLines(rung, CHILD), rungLines(rung, ADULT)]
  expect(child.ready).toBe('You may go on when you get 4 clean of 5.')
  expect(adult.ready).toMatch(/^The next step follows 4 clean of 5; stop there/)
  expect(rungLines(rung, { ...ADULT, upkeep: true }).ready).not.toMatch(/next step/)
  const ways = WAYS.map((way) => rungLines({ ...rung, way }, CHILD).how)
  expect(new Set(ways).size).toBe(WAYS.length)
})

test('where nobody reminds them, the sheet does not ask for the cue', () => {
  for (const condition of ['unprompted', 'performance'] as const) {
    expect(rungLines({ ...rung, condition }, ADULT).how).toMatch(/^Without the cue/)
    const { how } = rungLines({ ...rung, condition, way: 'parts' }, ADULT)
    expect(how).not.toMatch(/cue/)
  }
})

test('a pass rule is said as a teacher says it', () => {
  expect(sayPass({ kind: 'share', clean: 4, of: 5 })).toBe('4 clean of 5')
  expect(sayPass({ kind: 'in-a-row', clean: 3 })).toBe('3 clean in a row')
})

test('no cue is asked for that was never agreed', () => {
  for (const reader of [CHILD, ADULT]) {
    expect(rungLines(rung, reader).how).toMatch(/cue|word/)
    for (const condition of ['piece-slow', 'unprompted'] as const) {
      const { how } = rungLines({ ...rung, condition }, { ...reader, cue: false })
      expect(how).not.toMatch(/cue|word/)
    }
  }
})
