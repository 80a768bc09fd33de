/** A network of ours for a general-purpose inference library. */
import type { INetwork } from 'bayesjs'
import type { Network } from '../network'

/** The same network as full tables, for a general-purpose inference library. */
export function asTables(network: Network): INetwork {
  const faults = network.faults.map((f) => ({
    id: f.id,
    states: ['T', 'F'],
    parents: [],
    cpt: { T: f.prior, F: 1 - f.prior },
  }))
  const idOf = (c: Network['findings'][number]['causes'][number]) =>
    network.faults[c.fault]?.id ?? ''
  const findings = network.findings.map((f) => {
    const parents = f.causes.map((c) => idOf(c))
    const rows = Array.from({ length: 2 ** f.causes.length }, (_, mask) => {
      const absent = f.causes.reduce(
        (p, c, i) => (mask & (1 << i) ? p * (1 - c.strength) : p),
        1 - f.leak,
      )
      return {
        when: Object.fromEntries(parents.map((id, i) => [id, mask & (1 << i) ? 'T' : 'F'])),
        then: { T: 1 - absent, F: absent },
      }
    })
    return {
      id: f.id,
      states: ['T', 'F'],
      parents,
      cpt: parents.length === 0 ? (rows[0]?.then ?? {}) : rows,
    }
  })
  return Object.fromEntries([...faults, ...findings].map((node) => [node.id, node]))
}
