/** Faults in a pack's text in words. */
import type { FileTrouble } from '@vein-mend/contract'

const SENTENCES: Readonly<Record<string, (detail: string) => string>> = {
  unknown_finding: (d) => `There is no sign “${d}”.`,
  unknown_fault: (d) => `There is no fault “${d}”.`,
  unknown_remedy: (d) => `There is no remedy “${d}”.`,
  unknown_gate: (d) => `There is no gate “${d}”.`,
  unknown_school: (d) => `There is no school “${d}”.`,
  unknown_equipment: (d) => `Nothing asks for “${d}”.`,
  players_fault_for_teacher: () =>
    'What is the same for the teacher is no fault of the player: say that it is not, or take that sign away.',
  came_of_unasked: (d) => `The check does not ask for “${d}”, so nothing can have come of it.`,
  unknown_pack: (d) => `It extends “${d}”, which is not here.`,
  fault_without_signs: () => 'The fault shows in nothing. Name at least one sign.',
  finding_without_cause: () => 'No fault brings this sign out. Name at least one.',
  loop_in_leads_to: (d) => `“${d}” would drive itself in the end.`,
  loop_in_gates: (d) => `The gate “${d}” would wait for itself.`,
  two_usual_schools: (d) => `Two schools are usual for “${d}”.`,
  version_used: (d) =>
    `Version ${d} was used before with other contents. Give this one a version of its own.`,
  pack_twice: (d) => `There is a pack “${d}” already.`,
  not_yaml: (d) => `This is not YAML: ${d}`,
  not_minLength: () => 'Something is left empty.',
  not_minItems: () => 'There are too few of these.',
  not_pattern: (d) => `This is not written as it must be (${d}).`,
  not_required: (d) => `${d}.`,
  not_additionalProperties: () => 'A pack has no such field.',
  not_enum: (d) => `This ${d}.`,
}

export function sayTrouble({ code, detail }: FileTrouble): string {
  return SENTENCES[code]?.(detail) ?? `${code.replaceAll('_', ' ')}: ${detail}`
}
