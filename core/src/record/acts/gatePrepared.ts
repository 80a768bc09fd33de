import { day, flag } from '../../kit'
import { besideAct, filled } from '../actModule'
import { refuse } from '../refusal'
import * as fields from './fields'
import { gateNamed } from './gateNamed'

/** Gates got ready for at once; as with repairs, common practice. */
export const PREPARED_MOST = 2

/** A gate is got ready for at home from that day on, or no longer. */
export const gatePrepared = besideAct({
  ...filled(
    'gate-prepared',
    { date: day, gate: fields.packId, on: flag },
    { name: fields.packWords },
    (request, _record, knowledge) => gateNamed(request, knowledge),
  ),
  loads: ({ on }, _record, knowledge) => (on ? knowledge.playing : []),
  refuse: (record, act) => {
    const others = record.preparing.filter((p) => p.gate !== act.gate)
    if (!act.on || others.length < PREPARED_MOST) return null
    return refuse('two_gates_already', 'gate', { names: others.map((p) => p.name).join(' · ') })
  },
  apply: (record, { gate, name, date, on }) => {
    const others = record.preparing.filter((p) => p.gate !== gate)
    return { ...record, preparing: on ? [...others, { gate, name, since: date }] : others }
  },
})
