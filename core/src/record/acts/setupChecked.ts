import { byKey, good, list, number, object, oneOf, optional } from '../../kit'
import type { Knowledge, SetupCheck } from '../../packs'
import { lessonAct } from '../actModule'
import { inLesson } from '../inLesson'
import { refused } from '../refusal'
import { FOUND, PLACES } from '../vocabulary'
import * as fields from './fields'

const POINTS_MOST = 60
/** No length in centimetres and no angle in degrees is beyond it. */
const SIZE_MOST = 1000

const shape = object({
  kind: oneOf(['setup-checked']),
  ...fields.inLesson,
  place: oneOf(PLACES),
  points: byKey(oneOf(FOUND), POINTS_MOST),
  numbers: byKey(number({ least: -SIZE_MOST, most: SIZE_MOST }), POINTS_MOST),
  wrong: optional(byKey(list(fields.packId, POINTS_MOST, 1), POINTS_MOST)),
  // As it was said before there were parts.
  ways: optional(byKey(fields.packId, POINTS_MOST)),
})

/** Points and numbers the instrument asks for, each within its range. */
function complete<R extends SetupCheck>(request: R, knowledge: Knowledge) {
  const named = [...Object.keys(request.points), ...Object.keys(request.numbers)]
  const unknown = named.find((id) => !knowledge.setup.some((s) => s.id === id))
  if (unknown !== undefined)
    return refused('unknown_point', ['points', unknown], { point: unknown })
  const partsOf = (id: string) => knowledge.setup.find((s) => s.id === id)?.parts ?? []
  for (const [id, parts] of Object.entries(request.wrong ?? {})) {
    const part = parts.find((name) => !partsOf(id).some((p) => p.id === name))
    if (part !== undefined) return refused('unknown_part', ['wrong', id], { point: id, part })
  }
  for (const [id, finding] of Object.entries(request.ways ?? {})) {
    if (!partsOf(id).some((p) => p.finding === finding)) {
      return refused('unknown_finding', ['ways', id], { finding })
    }
  }
  for (const [id, value] of Object.entries(request.numbers)) {
    const number = knowledge.setup.find((s) => s.id === id)?.number
    if (!number) return refused('no_number', ['numbers', id], { point: id })
    if (value < number.least || value > number.most) {
      const { least, most, unit } = number
      const facts = { point: id, value, least, most, unit }
      return refused('number_out_of_range', ['numbers', id], facts)
    }
  }
  return good(request)
}

/** The set-up was looked at before sound. */
export const setupChecked = lessonAct({
  kind: 'setup-checked',
  asked: shape,
  kept: shape,
  complete: (request, _record, knowledge) => complete(request, knowledge),
  apply: (record, { id, lesson, place, points, numbers, wrong, ways }) =>
    inLesson(record, lesson, (l) => ({
      ...l,
      setups: [
        ...l.setups.filter((s) => s.place !== place),
        {
          ...{ act: id, lesson, date: l.date, place, points, numbers },
          ...(wrong ? { wrong } : {}),
          ...(ways ? { ways } : {}),
        },
      ],
    })),
})
