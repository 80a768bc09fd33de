/** Beams by the beat, as engraving handbooks have them (Gould, "Behind Bars", 2011, chapter 6; from memory). */
import { describe, expect, test } from 'vitest'
import { beamsOfBar } from './beams'
import type { Bar, Note } from './exercise'
import { writtenBars } from './writtenValues'

const SIGNS = { begin: '(', continue: '-', end: ')', 'forward hook': '>', 'backward hook': '<' }

/** Beams of a bar of notes of these lengths, each note's from the outermost in; `r` before a length is a rest. */
function beamed(values: string, bar: Bar): string {
  const notes = values.split(' ').map((v): Note => {
    const rest = v.startsWith('r')
    return { pitches: rest ? [] : ['C4'], beats: Number(rest ? v.slice(1) : v) }
  })
  const [written = []] = writtenBars({ hand: null, clef: 'treble', notes }, [bar])
  return beamsOfBar(written, bar)
    .map((beams) => beams.map((b) => SIGNS[b]).join('') || '.')
    .join(' ')
}

const FOUR: Bar = { beats: 4, beatType: 4, quarters: 4 }
const SIX: Bar = { beats: 6, beatType: 8, quarters: 3 }
/** Beats of a half, of a quarter in threes, and of an eighth in fours. */
const CUT: Bar = { beats: 2, beatType: 2, quarters: 4 }
const WALTZ: Bar = { beats: 3, beatType: 4, quarters: 3 }
const FOUR_EIGHTHS: Bar = { beats: 4, beatType: 8, quarters: 2 }
const THREE: Bar = { beats: 3, beatType: 8, quarters: 1.5 }

describe('beams', () => {
  test.each([
    ['eighths are joined by the beat', '0.5 0.5 0.5 0.5 1 1', FOUR, '( ) ( ) . .'],
    ['a quarter has none, and neither has one eighth alone', '1 0.5 r0.5 2', FOUR, '. . . .'],
    ['a rest parts its neighbours', '0.5 r0.5 0.5 0.5 2', FOUR, '. . ( ) .'],
    ['across the beat they are not joined', '1 0.5 1 0.5 1', FOUR, '. . . . .'],
    ['four sixteenths have two beams', '0.25 0.25 0.25 0.25 1 2', FOUR, '(( -- -- )) . .'],
    ['a sixteenth after a dotted eighth has a hook back', '0.75 0.25 1 2', FOUR, '( )< . .'],
    ['a sixteenth before one has a hook forward', '0.25 0.75 1 2', FOUR, '(> ) . .'],
    [
      'an eighth between sixteenths breaks the inner beam',
      '0.25 0.5 0.25 1 2',
      FOUR,
      '(> - )< . .',
    ],
    ['in six eighths three are joined', '0.5 0.5 0.5 0.5 0.5 0.5', SIX, '( - ) ( - )'],
    ['in three eighths all three are', '0.5 0.5 0.5', THREE, '( - )'],
    ['in beats of a half four are', '0.5 0.5 0.5 0.5 2', CUT, '( - - ) .'],
    ['in three quarters two are', '0.5 0.5 0.5 0.5 0.5 0.5', WALTZ, '( ) ( ) ( )'],
    ['in four eighths two are', '0.5 0.5 0.5 0.5', FOUR_EIGHTHS, '( ) ( )'],
  ] as const)('%s', (_words, values, bar, signs) => {
    expect(beamed(values, bar)).toBe(signs)
  })

  test('an upbeat is counted back from the bar line', () => {
    const upbeat: Bar = { beats: 4, beatType: 4, quarters: 1.5 }
    // Half a beat, and then a whole one: the first stands alone.
    expect(beamed('0.5 0.5 0.5', upbeat)).toBe('. ( )')
  })
})
