/** A gate by the name the pack gives it. */
import { good } from '../../kit'
import type { Knowledge } from '../../packs'
import { refused } from '../refusal'

/** The request with the gate's name, or that the pack has no such gate. */
export function gateNamed<R extends { readonly gate: string }>(request: R, knowledge: Knowledge) {
  const gate = knowledge.gates.find((g) => g.id === request.gate)
  return gate
    ? good({ ...request, name: gate.name })
    : refused('unknown_gate', 'gate', { gate: request.gate })
}
