/** What must hold of every pack, whatever its numbers are. */
import { buildNetwork, posterior, REPORTS } from '@vein-mend/core/diagnosis'
import { decibans } from '@vein-mend/core/kit'
import type { Check, CheckOutcome } from '@vein-mend/core/packs'
import { describe, expect, test } from 'vitest'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
describe.each(
  [...packs.values()].filter((k) => k.kind === 'instrument').map((k) => [k.name, k] as const),
)('%s', (_name, k) => {
  const network = buildNetwork(k, PLAIN_FACTS)
  const after = (says: CheckOutcome['says']) =>
    posterior(
      network,
      Object.entries(says).map(([id, strength]) => ({
        finding: network.findingIndex.get(id)!,
        ...REPORTS[strength],
      })),
    ).probability

  // An outcome that says one of its signs is missing may lower it all the same, but only the weaker way.
  test('an outcome that states a sign of a fault never lowers that fault', () => {
    const lowered = k.checks.flatMap((check) =>
      check.outcomes.flatMap((o) => {
        const probability = after(o.says)
        return k.faults.flatMap((fault, d) => {
          const strongest = (there: boolean) =>
            Math.max(
              0,
              ...Object.entries(o.says)
                .filter(([, s]) => (s !== 'absent') === there)
                .map(([id]) => fault.shows[id] ?? 0),
            )
          const stated = strongest(true) > strongest(false)
          const fell = probability[d]! < network.faults[d]!.prior - 1e-9
          return stated && fell ? [`${check.id}: ${o.label}: ${fault.id}`] : []
        })
      }),
    )
    expect(lowered).toEqual([])
  })

  test('nor does stating it, beside signs that are said to be missing', () => {
    const lowered = k.checks.flatMap((check) =>
      check.outcomes.flatMap((o) => {
        const missing = Object.entries(o.says).filter(([, s]) => s === 'absent')
        const without = after(Object.fromEntries(missing))
        const probability = after(o.says)
        const stated = Object.keys(o.says).filter((id) => o.says[id] !== 'absent')
        return k.faults.flatMap((fault, d) =>
          stated.some((id) => id in fault.shows) && probability[d]! < without[d]! - 1e-9
            ? [`${check.id}: ${o.label}: ${fault.id}`]
            : [],
        )
      }),
    )
    expect(lowered).toEqual([])
  })

  test('every check moves two rivals apart: faults that share a sign, each touched by what it says', () => {
    const decibansMoved = (says: CheckOutcome['says']) => {
      const probability = after(says)
      return k.faults.map((_, d) => decibans(probability[d]!) - decibans(network.faults[d]!.prior))
    }
    // What tells of the instrument parts its causes from every fault of the player.
    const touches = (check: Check, d: number) =>
      check.asks.includes('better-on-another') ||
      check.outcomes.some((o) => Object.keys(o.says).some((id) => id in k.faults[d]!.shows))
    const idle = k.checks.filter((check) => {
      const touched = k.faults.flatMap((_, d) => (touches(check, d) ? [d] : []))
      const moved = check.outcomes.map((o) => decibansMoved(o.says))
      return !touched.some((a) =>
        touched.some(
          (b) =>
            a < b &&
            Object.keys(k.faults[a]!.shows).some((id) => id in k.faults[b]!.shows) &&
            moved.some((m) => Math.abs(m[a]! - m[b]!) >= 3),
        ),
      )
    })
    expect(idle.map((c) => c.id)).toEqual([])
  })

  test('has twenty faults or more, in all four strands', () => {
    expect(k.faults.length).toBeGreaterThanOrEqual(20)
    expect(new Set(k.faults.map((f) => f.strand)).size).toBe(4)
  })

  test('every ladder ends in music and unprompted', () => {
    const ends = k.remedies.map((r) => [r.id, r.rungs.at(-1)!.condition] as const)
    expect(ends.filter(([, at]) => at !== 'unprompted')).toEqual([])
  })

  test('no two faults show the same signs', () => {
    const shown = k.faults.map((f) => Object.keys(f.shows).sort().join())
    expect(shown.filter((s, i) => shown.indexOf(s) !== i)).toEqual([])
  })

  test('every fact that is asked changes something', () => {
    const used = new Set(k.faults.flatMap((f) => f.likelier.flatMap((l) => Object.keys(l.when))))
    if (k.sound?.by) used.add(k.sound.by.fact)
    expect(k.equipment.filter((e) => !used.has(e.id)).map((e) => e.id)).toEqual([])
  })
})
