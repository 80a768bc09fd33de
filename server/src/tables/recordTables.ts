/** Every table of a student's record as CSV (RFC 4180), for whatever comes after us. */
import { allTicks, MODULES, undoneActs } from '@vein-mend/core/record'
import type { RecordTable } from '@vein-mend/contract'
import type { Act, StudentRecord } from '@vein-mend/core/record'
import Papa from 'papaparse'
import { cell } from './cell'

type Row = Readonly<Record<string, string | number | boolean | null>>

/** Columns of a take nobody has measured, so that every row has the same. */
const NOT_MEASURED = {
  analyser: null,
  version: null,
  measure: null,
  value: null,
  low: null,
  high: null,
  unit: null,
} as const

const TABLES = {
  takes: (r: StudentRecord): Row[] =>
    r.takes.flatMap((t) => {
      const { hash, kind, type, bytes, lesson, date, words, removed } = t
      const take = { hash, kind, type, bytes, lesson, date, fault: t.case, words, removed }
      const measured = t.readings.flatMap(({ analyser, version, measures }) =>
        measures.map(({ name: measure, ...m }) => ({ ...take, analyser, version, measure, ...m })),
      )
      const rows: Row[] = measured
      return rows.length > 0 ? rows : [{ ...take, ...NOT_MEASURED }]
    }),
  lessons: (r: StudentRecord): Row[] =>
    r.lessons.map((l) => ({
      lesson: l.id,
      date: l.date,
      pack: l.pack.id,
      pack_version: l.pack.version,
      open: l.open,
      aim: l.aim,
      new: l.fresh,
      note: l.note,
      said_to_family: l.family,
      next: l.next,
    })),
  strengths: (r: StudentRecord): Row[] =>
    r.strengths.map((s) => ({ lesson: s.lesson, words: s.words })),
  signs: (r: StudentRecord): Row[] =>
    r.lessons.flatMap((l) =>
      l.signs.map((s) => ({
        lesson: l.id,
        date: l.date,
        finding: s.finding,
        text: s.text,
        strand: s.strand,
        strength: s.strength,
        prompted: s.prompted,
        condition: s.condition,
      })),
    ),
  checks: (r: StudentRecord): Row[] =>
    r.lessons.flatMap((l) =>
      l.checks.map((c) => ({
        lesson: l.id,
        date: l.date,
        check: c.check,
        name: c.name,
        outcome: c.outcome,
      })),
    ),
  setups: (r: StudentRecord): Row[] =>
    r.lessons.flatMap((l) =>
      l.setups.flatMap((s) => [
        ...Object.entries(s.points).map(([point, found]) => ({
          lesson: l.id,
          date: l.date,
          place: s.place,
          point,
          found,
          way: s.wrong?.[point]?.join(', ') ?? s.ways?.[point] ?? null,
          number: null,
        })),
        ...Object.entries(s.numbers).map(([point, number]) => ({
          lesson: l.id,
          date: l.date,
          place: s.place,
          point,
          found: null,
          way: null,
          number,
        })),
      ]),
    ),
  comparisons: (r: StudentRecord): Row[] =>
    r.lessons.flatMap((l) =>
      l.comparisons.map((c) => ({
        lesson: l.id,
        date: l.date,
        finding: c.finding,
        text: c.text,
        changed: c.changed,
        before: c.before,
        after: c.after,
      })),
    ),
  faults: (r: StudentRecord): Row[] =>
    r.cases.map((c) => ({
      case: c.id,
      fault: c.fault,
      name: c.name,
      strand: c.strand,
      severity: c.severity,
      settled_in: c.settledOn,
      probability_then: c.probability,
      state: c.status.state,
      sure_mended: c.belief,
      remedy: c.ladder?.remedy ?? null,
      rung: c.ladder ? c.ladder.at + 1 : null,
      rungs: c.ladder?.rungs.length ?? null,
      cue: c.cue?.words ?? null,
    })),
  states: (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) =>
      c.points.map((p) => ({
        case: c.id,
        name: c.name,
        lesson: p.lesson,
        date: p.date,
        state: p.state,
        sure_mended: p.belief,
        rungs_passed: p.rungsPassed,
        hardest_clean: p.hardest,
      })),
    ),
  looks: (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) =>
      c.looks.map((l) => ({
        case: c.id,
        name: c.name,
        lesson: l.lesson,
        condition: l.condition,
        prompted: l.prompted,
        clean: l.clean,
        tries: l.tries,
      })),
    ),
  slips: (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) =>
      c.slipCounts.map((t) => ({
        case: c.id,
        name: c.name,
        lesson: t.lesson,
        condition: t.condition,
        prompted: t.prompted,
        seconds: t.seconds,
        slips: t.slips.length,
        slips_at_seconds: t.slips.join(' '),
      })),
    ),
  cues: (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) => [
      ...c.cues.map((k) => ({ case: c.id, lesson: k.since, what: 'agreed', words: k.words })),
      ...c.recalls.map((k) => ({
        case: c.id,
        lesson: k.lesson,
        what: `recalled: ${k.recall}`,
        words: '',
      })),
    ]),
  rungs: (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) =>
      (c.ladder?.rungs ?? []).map((rung, i) => ({
        case: c.id,
        remedy: c.ladder?.remedy ?? null,
        number: i + 1,
        here: c.ladder?.at === i,
        name: rung.name,
        instruction: rung.instruction,
        way: rung.way,
        condition: rung.condition,
        times: rung.dose.times,
        minutes: rung.dose.minutes,
      })),
    ),
  'former-remedies': (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) =>
      c.formerRemedies.map((f) => ({
        case: c.id,
        remedy: f.remedy,
        name: f.name,
        from: f.from,
        until: f.until,
        rungs_passed: f.rungsPassed,
      })),
    ),
  reasons: (r: StudentRecord): Row[] =>
    r.cases.flatMap((c) =>
      c.overrules.map((o) => ({
        case: c.id,
        name: c.name,
        on: o.on,
        act: o.kind,
        reason: o.reason,
      })),
    ),
  gates: (r: StudentRecord): Row[] => [
    ...r.preparing.map((p) => ({
      gate: p.gate,
      name: p.name,
      what: 'got ready for',
      since: p.since,
      reason: '',
    })),
    ...r.overruledGates.map((o) => ({
      gate: o.gate,
      name: o.name,
      what: o.open ? 'held open' : 'held shut',
      since: o.on,
      reason: o.reason,
    })),
  ],
  weeks: (r: StudentRecord): Row[] =>
    r.home.given.flatMap((g) =>
      g.blocks.map((b) => ({
        week_from: g.week,
        weekday: b.day + 1,
        item: b.item,
        name: b.name,
        case: b.case,
        minutes: b.minutes,
      })),
    ),
  home: (r: StudentRecord): Row[] =>
    allTicks(r.home).map((t) => ({
      date: t.date,
      item: t.item,
      minutes: t.minutes,
      tempo: t.tempo,
      tapped: t.evenness?.tapped ?? null,
      uneven: t.evenness?.value ?? null,
      'uneven-low': t.evenness?.low ?? null,
      'uneven-high': t.evenness?.high ?? null,
    })),
  'home-said': (r: StudentRecord): Row[] => [
    ...r.home.hurts.map((h) => ({ date: h.date, what: 'hurt', item: h.item, words: h.name })),
    ...r.home.notes.map((n) => ({ date: n.date, what: 'note', item: null, words: n.words })),
  ],
  stops: (r: StudentRecord): Row[] =>
    r.stops.map((s) => ({
      on: s.on,
      told_by: s.source,
      words: s.words,
      parts: s.parts.join(' '),
      item: s.item,
      ended: s.ended?.how ?? null,
      ended_on: s.ended?.on ?? null,
    })),
  breaks: (r: StudentRecord): Row[] =>
    r.breaks.map((b) => ({ from: b.from, to: b.to, why: b.why, words: b.words })),
  skills: (r: StudentRecord): Row[] => r.levels.map((l) => ({ ...l })),
} as const satisfies Record<Exclude<RecordTable, 'acts'>, (record: StudentRecord) => Row[]>

/** Rows with their heads, safe to be opened by a program that takes some texts for formulas. */
function unparsed(rows: readonly Row[]): string {
  return Papa.unparse(
    rows.map((row) =>
      Object.fromEntries(
        Object.entries(row).map(([key, value]) => [
          key,
          typeof value === 'string' ? cell(value) : value,
        ]),
      ),
    ),
  )
}

/** The table with its heads; only heads are missing when it has no rows. */
export function recordTable(record: StudentRecord, table: Exclude<RecordTable, 'acts'>): string {
  return unparsed(TABLES[table](record))
}

/** What an act tells, field by field in the order of its own shape: a kind that is new tomorrow is in it. */
function contentsOf(act: Act): string {
  const { form } = MODULES[act.kind].kept
  const fields = form.type === 'object' ? Object.keys(form.fields) : []
  const values = new Map<string, unknown>(Object.entries(act))
  return fields
    .filter((field) => field !== 'kind' && values.has(field))
    .map((field) => {
      const value = values.get(field)
      return `${field}: ${typeof value === 'string' ? value : JSON.stringify(value)}`
    })
    .join('; ')
}

/** Every act of the record as it was noted, undone ones too. */
export function actsTable(acts: readonly Act[]): string {
  const undone = undoneActs(acts)
  return unparsed(
    acts.map((act) => ({
      at: act.at,
      by: act.by,
      act: act.id,
      kind: act.kind,
      undone: undone.has(act.id),
      told: contentsOf(act),
    })),
  )
}
