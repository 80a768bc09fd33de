/** Finds what is wrong in knowledge whose form is right: references that lead nowhere, loops, gaps. */
import type { Knowledge } from './knowledge'
import { OF_INSTRUMENT } from './outcomes'
import type { SectionName } from './packFile'

/** One trouble, at a path inside the pack such as `faults.too-little-air.shows.paper-falls`. */
export interface PackTrouble {
  readonly code:
    | 'unknown_finding'
    | 'unknown_fault'
    | 'unknown_remedy'
    | 'unknown_gate'
    | 'unknown_school'
    | 'fault_without_signs'
    | 'finding_without_cause'
    | 'loop_in_leads_to'
    | 'loop_in_gates'
    | 'two_usual_schools'
    | 'unknown_equipment'
    | 'players_fault_for_teacher'
    | 'forbidden_by_caution'
  readonly section: SectionName
  readonly id: string
  readonly path: readonly (string | number)[]
  readonly name: string
}

/** Keys of `likelier.when` that are no equipment facts. */
const KNOWN_WHEN = new Set(['age', 'flag', 'school'])

class Ids {
  readonly findings: ReadonlySet<string>
  readonly faults: ReadonlySet<string>
  readonly remedies: ReadonlySet<string>
  readonly gates: ReadonlySet<string>
  readonly schools: ReadonlySet<string>
  readonly equipment: ReadonlySet<string>
  constructor(k: Knowledge) {
    const ids = (list: readonly { readonly id: string }[]) => new Set(list.map((e) => e.id))
    this.findings = ids(k.findings)
    this.faults = ids(k.faults)
    this.remedies = ids(k.remedies)
    this.gates = ids(k.gates)
    this.schools = ids(k.schools)
    this.equipment = ids(k.equipment)
  }
}

function checkFaults(k: Knowledge, ids: Ids): PackTrouble[] {
  return k.faults.flatMap((f): PackTrouble[] => {
    const at = (code: PackTrouble['code'], name: string, ...path: (string | number)[]) => ({
      code,
      section: 'faults' as const,
      id: f.id,
      path,
      name,
    })
    const shown = Object.keys(f.shows)
    return [
      ...(shown.length === 0 ? [at('fault_without_signs', f.id, 'shows')] : []),
      ...shown.filter((x) => !ids.findings.has(x)).map((x) => at('unknown_finding', x, 'shows', x)),
      // What the teacher meets as well is no fault of the player.
      ...shown
        .filter((x) => OF_INSTRUMENT.some((sign) => sign === x) && f.notThePlayer !== true)
        .map((x) => at('players_fault_for_teacher', x, 'shows', x)),
      ...(f.taughtWith === undefined || ids.gates.has(f.taughtWith)
        ? []
        : [at('unknown_gate', f.taughtWith, 'taught_with')]),
      ...Object.keys(f.leadsTo)
        .filter((x) => !ids.faults.has(x))
        .map((x) => at('unknown_fault', x, 'leads_to', x)),
      ...f.remedies.flatMap((x, i) =>
        ids.remedies.has(x) ? [] : [at('unknown_remedy', x, 'remedies', i)],
      ),
      ...f.likelier.flatMap((l, i) =>
        Object.keys(l.when)
          .filter((key) => !KNOWN_WHEN.has(key) && !ids.equipment.has(key))
          .map((key) => at('unknown_equipment', key, 'likelier', i, 'when', key)),
      ),
    ]
  })
}

/** Rungs that do what the caution of their fault forbids. */
function checkForbidden(k: Knowledge): PackTrouble[] {
  return k.faults.flatMap(({ id, forbids, remedies }) => {
    if (!forbids) return []
    const rungs = remedies.flatMap((r) => k.remedies.find((x) => x.id === r)?.rungs ?? [])
    const broken = rungs.filter(
      ({ strain = [], dose }) =>
        strain.some((s) => forbids.strain?.includes(s)) ||
        dose.minutes > (forbids.minutes ?? Infinity),
    )
    return broken.map(({ name }) => ({
      ...{ code: 'forbidden_by_caution' as const, section: 'faults' as const, id },
      ...{ path: ['remedies'], name },
    }))
  })
}

function checkChecks(k: Knowledge, ids: Ids): PackTrouble[] {
  return k.checks.flatMap((c) => [
    ...c.asks
      .filter((x) => !ids.findings.has(x))
      .map((x) => ({
        code: 'unknown_finding' as const,
        section: 'checks' as const,
        id: c.id,
        path: ['asks'],
        name: x,
      })),
    ...c.outcomes.flatMap((o, i) =>
      Object.keys(o.says)
        .filter((x) => !c.asks.includes(x) && !ids.findings.has(x))
        .map((x) => ({
          code: 'unknown_finding' as const,
          section: 'checks' as const,
          id: c.id,
          path: ['outcomes', i, 'also', x],
          name: x,
        })),
    ),
  ])
}

function checkRemedies(k: Knowledge, ids: Ids): PackTrouble[] {
  return k.remedies.flatMap((r) =>
    r.rungs.flatMap((rung, i) =>
      rung.school === undefined || ids.schools.has(rung.school)
        ? []
        : [
            {
              code: 'unknown_school' as const,
              section: 'remedies' as const,
              id: r.id,
              path: ['rungs', i, 'school'],
              name: rung.school,
            },
          ],
    ),
  )
}

function checkGates(k: Knowledge, ids: Ids): PackTrouble[] {
  return k.gates.flatMap((g): PackTrouble[] => {
    const at = (code: PackTrouble['code'], name: string, ...path: (string | number)[]) => ({
      code,
      section: 'gates' as const,
      id: g.id,
      path,
      name,
    })
    return [
      ...g.after.flatMap((x, i) => (ids.gates.has(x) ? [] : [at('unknown_gate', x, 'after', i)])),
      ...Object.entries(g.afterIn).flatMap(([school, gates]) => [
        ...(ids.schools.has(school) ? [] : [at('unknown_school', school, 'after_in', school)]),
        ...gates.flatMap((x, i) =>
          ids.gates.has(x) ? [] : [at('unknown_gate', x, 'after_in', school, i)],
        ),
      ]),
      ...g.needs.flatMap((n, i) =>
        ids.findings.has(n.without)
          ? []
          : [at('unknown_finding', n.without, 'needs', i, 'without')],
      ),
      ...(g.school === undefined || ids.schools.has(g.school)
        ? []
        : [at('unknown_school', g.school, 'school')]),
    ]
  })
}

function checkSetup(k: Knowledge, ids: Ids): PackTrouble[] {
  return k.setup.flatMap((s) => {
    const named = [
      ...s.parts.map((p) => [p.finding, ['parts', p.id]] as const),
      [s.number?.below ?? null, ['number', 'below']],
      [s.number?.above ?? null, ['number', 'above']],
    ] as const
    const lost = named.flatMap(([name, path]) =>
      name === null || ids.findings.has(name)
        ? []
        : [{ code: 'unknown_finding' as const, section: 'setup' as const, id: s.id, path, name }],
    )
    const schools = Object.keys(s.number?.rightIn ?? {})
      .filter((name) => !ids.schools.has(name))
      .map((name) => ({
        code: 'unknown_school' as const,
        section: 'setup' as const,
        id: s.id,
        path: ['number', 'right_in', name],
        name,
      }))
    return [...lost, ...schools]
  })
}

function checkFindings(k: Knowledge): PackTrouble[] {
  const caused = new Set(k.faults.flatMap((f) => Object.keys(f.shows)))
  const gated = new Set(k.gates.flatMap((g) => g.needs.map((n) => n.without)))
  return k.findings
    .filter((f) => !f.stop && !caused.has(f.id) && !gated.has(f.id))
    .map((f) => ({
      code: 'finding_without_cause' as const,
      section: 'findings' as const,
      id: f.id,
      path: [],
      name: f.id,
    }))
}

/** The first entry found on a loop of the given arrows, or null. */
function findLoop(arrows: ReadonlyMap<string, readonly string[]>): string | null {
  const done = new Set<string>()
  const onPath = new Set<string>()
  const visit = (id: string): string | null => {
    if (onPath.has(id)) return id
    if (done.has(id)) return null
    onPath.add(id)
    for (const next of arrows.get(id) ?? []) {
      const found = visit(next)
      if (found !== null) return found
    }
    onPath.delete(id)
    done.add(id)
    return null
  }
  for (const id of arrows.keys()) {
    const found = visit(id)
    if (found !== null) return found
  }
  return null
}

function checkLoops(k: Knowledge): PackTrouble[] {
  const fault = findLoop(new Map(k.faults.map((f) => [f.id, Object.keys(f.leadsTo)])))
  const orders = [null, ...k.schools.map((s) => s.id)].map(
    (school) =>
      new Map(k.gates.map((g) => [g.id, (school === null ? null : g.afterIn[school]) ?? g.after])),
  )
  const gate = orders.map(findLoop).find((found) => found !== null) ?? null
  return [
    ...(fault === null
      ? []
      : [
          {
            code: 'loop_in_leads_to' as const,
            section: 'faults' as const,
            id: fault,
            path: ['leads_to'],
            name: fault,
          },
        ]),
    ...(gate === null
      ? []
      : [
          {
            code: 'loop_in_gates' as const,
            section: 'gates' as const,
            id: gate,
            path: ['after'],
            name: gate,
          },
        ]),
  ]
}

function checkSchools(k: Knowledge): PackTrouble[] {
  const usual = new Map<string, string>()
  return k.schools.flatMap((s) => {
    if (!s.usual) return []
    if (!usual.has(s.topic)) {
      usual.set(s.topic, s.id)
      return []
    }
    return [
      {
        code: 'two_usual_schools' as const,
        section: 'schools' as const,
        id: s.id,
        path: ['usual'],
        name: s.topic,
      },
    ]
  })
}

/** Everything wrong with the knowledge, in the order of its sections; empty when it is sound. */
export function checkKnowledge(knowledge: Knowledge): readonly PackTrouble[] {
  const ids = new Ids(knowledge)
  return [
    ...checkSetup(knowledge, ids),
    ...checkFindings(knowledge),
    ...checkFaults(knowledge, ids),
    ...checkForbidden(knowledge),
    ...checkChecks(knowledge, ids),
    ...checkRemedies(knowledge, ids),
    ...checkGates(knowledge, ids),
    ...checkSchools(knowledge),
    ...checkLoops(knowledge),
  ]
}
