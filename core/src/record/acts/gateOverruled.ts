import { day, flag, nullable, usually } from '../../kit'
import { besideAct, filled } from '../actModule'
import * as fields from './fields'
import { gateNamed } from './gateNamed'

/** A gate held open, or shut, against its evidence; null lets the evidence speak again. */
export const gateOverruled = besideAct({
  ...filled(
    'gate-overruled',
    {
      date: day,
      gate: fields.packId,
      open: usually(nullable(flag), null),
      reason: fields.words,
    },
    { name: fields.packWords },
    (request, _record, knowledge) => gateNamed(request, knowledge),
  ),
  apply: (record, { gate, name, date, open, reason }) => {
    const others = record.overruledGates.filter((o) => o.gate !== gate)
    const here = open === null ? [] : [{ gate, name, open, on: date, reason }]
    return { ...record, overruledGates: [...others, ...here] }
  },
})
