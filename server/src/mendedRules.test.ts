/** docs/mending.md says what the simulation gives; nobody has to take the table on trust. */
import { readFileSync } from 'node:fs'
import { resolve } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import { compareMendedRules } from '@vein-mend/core/simulate'
import type { RuleOutcome } from '@vein-mend/core/simulate'
import { describe, expect, test } from 'vitest'

const STUDENTS = 2000
const SEED = 1

function row({ rule, called, falseShare, delay }: RuleOutcome): string {
  return `| ${rule} | ${called} | ${(100 * falseShare).toFixed(1)} % | ${delay.toFixed(1)} |`
}

const played = (['as-it-comes', 'unprompted-first'] as const).map((way) => ({
  way,
  outcomes: compareMendedRules(STUDENTS, way, seededRng(SEED)),
}))

describe.each(played)('where looks are taken $way', ({ way, outcomes }) => {
  const named = (start: string) => outcomes.filter((o) => o.rule.startsWith(start))

  test('at equal or less delay the model is wrong less often than either simple rule', () => {
    const [asFirst, asTwo] = named('the model alone')
    const [first] = named('first clean')
    const [two] = named('two clean')
    expect(asFirst!.delay).toBeLessThanOrEqual(first!.delay)
    expect(asFirst!.falseShare).toBeLessThan(first!.falseShare)
    expect(asTwo!.delay).toBeLessThanOrEqual(two!.delay)
    expect(asTwo!.falseShare).toBeLessThan(two!.falseShare / 2)
  })

  test('the rule of the product is wrong less than once in a hundred', () => {
    expect(named('the mended rule')[0]!.falseShare).toBeLessThan(0.01)
  })

  test('a lesson that begins unprompted in music brings it within half a lesson of two clean ones', () => {
    const late = named('the mended rule')[0]!.delay - named('two clean')[0]!.delay
    if (way === 'unprompted-first') expect(late).toBeLessThan(0.5)
    else expect(late).toBeGreaterThan(0.5)
  })
})

test('the table in the documents is this one', () => {
  const text = readFileSync(resolve(import.meta.dirname, '../../docs/mending.md'), 'utf8')
  const cells = (line: string) =>
    line
      .split('|')
      .map((cell) => cell.trim())
      .join('|')
  const lines = text.split('\n').map(cells)
  for (const outcome of played.flatMap((p) => p.outcomes))
    expect(lines).toContain(cells(row(outcome)))
})
