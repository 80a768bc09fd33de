/** A gate by the name the pack gives it. */
import { good } from '../../kit'
import type { Knowledge } from '../../packs'
import { refused } from '../refusal'

export function gateNamed<R extends { readonly gate: string }>(request: R, knowledge: Knowledge) {
  const gate = knowledge.gates.find((g) => g.id === request.gate)
  return gate
    ? good({ ...request, name: gate.name })
    : refused('unknown_gate', 'gate', { gate: request.gate })
}
