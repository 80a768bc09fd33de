/** What acts do to a student's gates: got ready for at home, held open or shut by the teacher. */
import type { ActOf } from './acts'
import type { StudentRecord } from './state'

export function prepareGate(record: StudentRecord, act: ActOf<'gate-prepared'>): StudentRecord {
  const { gate, name, date, on } = act
  const others = record.preparing.filter((p) => p.gate !== gate)
  return { ...record, preparing: on ? [...others, { gate, name, since: date }] : others }
}

export function overruleGate(record: StudentRecord, act: ActOf<'gate-overruled'>): StudentRecord {
  const { gate, name, date, open, reason } = act
  const others = record.overruledGates.filter((o) => o.gate !== gate)
  const here = open === null ? [] : [{ gate, name, open, on: date, reason }]
  return { ...record, overruledGates: [...others, ...here] }
}
