/** The proof says everything a pack says: a teacher signs what was read. */
import { expect, test } from 'vitest'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'
import { proofOf } from './proof'

const shipped = await shippedPacks()
const clarinet = shipped.get('clarinet')!
const proof = proofOf(clarinet, PLAIN_FACTS)

test('names every sign, fault, check with its answers, ladder with its rungs, gate, school and caution', () => {
  const said = [
    ...clarinet.findings.map((f) => f.text),
    ...clarinet.faults.flatMap((f) => [
      f.name,
      f.why,
      ...f.cautions,
      ...f.likelier.map((l) => l.because),
    ]),
    ...clarinet.faults.flatMap((f) => f.cues.map((c) => c.words)),
    ...clarinet.checks.flatMap((c) => [c.name, c.instruction, ...c.outcomes.map((o) => o.label)]),
    ...clarinet.remedies.flatMap((r) => [r.name, r.aim, ...r.rungs.map((x) => x.instruction)]),
    ...clarinet.gates.flatMap((g) => [g.name, ...g.needs.map((n) => n.text)]),
    ...clarinet.schools.flatMap((s) => [s.name, s.reason]),
    ...clarinet.setup.map((p) => p.ask),
    ...clarinet.equipment.map((e) => e.ask),
    ...clarinet.cautions,
    ...clarinet.remedies.flatMap((r) => r.rungs.flatMap((x) => Object.values(x.avoid))),
  ]
  expect(said.filter((words) => !proof.includes(words))).toEqual([])
})

test('says what an answer is evidence of, what a check loads, and how common a fault is', () => {
  expect(proof).toContain('“It still squawks” [it did not come]: speaks against')
  expect(proof).toMatch(/### The teacher plays it \(1 min; teacher; loads nothing\)/)
  expect(proof).toContain(
    'Of a hundred students: beginner 30, elementary 25, intermediate 10, advanced 3.',
  )
})

test('says what each fact about a student changes, and nothing of facts the instrument does not ask', () => {
  const piano = shipped.get('piano')!
  const said = proofOf(piano, PLAIN_FACTS)
  expect(said).toMatch(/- small-hands: Octave - close - octave becomes: The same with sixths/)
  expect(said).toMatch(/- growing: .* becomes: .*In short turns/)
  expect(said).not.toContain('- braces:')
  expect(proof).toMatch(/- dizzy-when-blowing: .* becomes: .*Breathe at every breath mark/)
})
