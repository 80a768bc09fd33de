/** What is being written of one entry, from the knowledge and back to the form of a pack. */
import type { OwnEntry, OwnSection, PackResponse } from '@vein-mend/contract'
import { slug, writeCheck, writeFault, writeFinding, writeRemedy } from '@vein-mend/core/packs'
import type {
  CheckEntry,
  Fault,
  FaultEntry,
  FindingEntry,
  Knowledge,
  RemedyEntry,
  RungEntry,
} from '@vein-mend/core/packs'

/** A sign with the faults that bring it out: the two are only sound together. */
export interface FindingDraft {
  readonly section: 'findings'
  readonly entry: FindingEntry
  readonly causes: readonly { readonly fault: string; readonly strength: number }[]
}
export interface FaultDraft {
  readonly section: 'faults'
  readonly entry: FaultEntry
}
export interface CheckDraft {
  readonly section: 'checks'
  readonly entry: CheckEntry
}
export interface RemedyDraft {
  readonly section: 'remedies'
  readonly entry: RemedyEntry
}
export type Draft = FindingDraft | FaultDraft | CheckDraft | RemedyDraft

export function freshRung(): RungEntry {
  return {
    name: '',
    do: '',
    way: 'parts',
    at: 'isolated',
    dose: { times: 4, minutes: 2 },
    pass: '3 of 4',
  }
}

function freshDraft(section: OwnSection, knowledge: Knowledge): Draft {
  switch (section) {
    case 'findings':
      return {
        section,
        entry: { text: '', strand: 'posture', place: '', observed: 'seen', leak: 0.04 },
        causes: [{ fault: '', strength: 0.8 }],
      }
    case 'faults':
      return {
        section,
        entry: {
          name: '',
          strand: 'posture',
          severity: 2,
          prior: { beginner: 0.1, elementary: 0.1, intermediate: 0.08, advanced: 0.04 },
          shows: { '': 0.8 },
          why: '',
          remedies: knowledge.remedies[0] ? [knowledge.remedies[0].id] : [],
          source: 'studio',
        },
      }
    case 'checks':
      return {
        section,
        entry: {
          name: '',
          do: '',
          minutes: 0.5,
          asks: '',
          outcomes: [
            { label: '', came: 'clearly' },
            { label: '', came: 'not' },
          ],
        },
      }
    case 'remedies':
      return { section, entry: { name: '', aim: '', rungs: [freshRung()] } }
  }
}

/** The fault with the priors that were written, not those the studio's cases moved. */
function asWritten(fault: Fault, { learned }: PackResponse): Fault {
  const written = learned.filter((l) => l.fault === fault.id).map((l) => [l.stage, l.pack] as const)
  return { ...fault, prior: { ...fault.prior, ...Object.fromEntries(written) } }
}

/** The entry as it stands in the knowledge, or a fresh one; null when it is not there. */
export function openDraft(
  section: OwnSection,
  id: string | undefined,
  pack: PackResponse,
): Draft | null {
  const { knowledge } = pack
  if (id === undefined) return freshDraft(section, knowledge)
  const find = <T extends { readonly id: string }>(list: readonly T[]) =>
    list.find((x) => x.id === id)
  switch (section) {
    case 'findings': {
      const found = find(knowledge.findings)
      const causes = knowledge.faults.flatMap((f) =>
        f.shows[id] === undefined ? [] : [{ fault: f.id, strength: f.shows[id] }],
      )
      return found ? { section, entry: writeFinding(found), causes } : null
    }
    case 'faults': {
      const found = find(knowledge.faults)
      return found ? { section, entry: writeFault(asWritten(found, pack)) } : null
    }
    case 'checks': {
      const found = find(knowledge.checks)
      return found ? { section, entry: writeCheck(found) } : null
    }
    case 'remedies': {
      const found = find(knowledge.remedies)
      return found ? { section, entry: writeRemedy(found) } : null
    }
  }
}

export function titleOf(draft: Draft): string {
  return draft.section === 'findings' ? draft.entry.text : draft.entry.name
}

/** A short name for a fresh entry that no entry of the section has yet. */
function freshId(draft: Draft, knowledge: Knowledge): string {
  const taken = new Set(knowledge[draft.section].map((x) => x.id))
  const base = slug(titleOf(draft)).replace(/^(\d)/, 'x$1') || 'own'
  let id = base
  for (let n = 2; taken.has(id); n++) id = `${base}-${n}`
  return id
}

/** Faults whose links to the sign are other than before. */
function changedCauses(
  draft: FindingDraft,
  finding: string,
  knowledge: Knowledge,
): readonly OwnEntry[] {
  const wanted = new Map(draft.causes.map((c) => [c.fault, c.strength]))
  return knowledge.faults.flatMap((fault) => {
    const now = wanted.get(fault.id)
    if (fault.shows[finding] === now) return []
    const others = Object.entries(fault.shows).filter(([id]) => id !== finding)
    const shows = Object.fromEntries(now === undefined ? others : [...others, [finding, now]])
    return [{ section: 'faults' as const, id: fault.id, entry: { shows } }]
  })
}

/** Everything that has to be saved together for this draft. */
export function entriesOf(
  draft: Draft,
  id: string | undefined,
  knowledge: Knowledge,
): readonly OwnEntry[] {
  const at = id ?? freshId(draft, knowledge)
  const own: OwnEntry = { section: draft.section, id: at, entry: draft.entry }
  return draft.section === 'findings' ? [own, ...changedCauses(draft, at, knowledge)] : [own]
}
