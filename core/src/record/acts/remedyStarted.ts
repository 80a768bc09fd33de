import { assertNever, good, list, optional, whole } from '../../kit'
import { BODY_PARTS } from '../../packs'
import type { Knowledge } from '../../packs'
import { buildLadder } from '../../remedy'
import { faultAct, filled } from '../actModule'
import { startRemedy } from '../caseSteps'
import { factsOf } from '../factsOf'
import { refuseThirdProject } from '../projects'
import { refused } from '../refusal'
import type { StudentRecord } from '../state'
import { stoppedParts } from '../stopping'
import * as fields from './fields'
import { rungsShape } from './rungShape'

/** Weeks a project may be planned for; four to six is common practice, the rest is the teacher's. */
const WEEKS = { least: 1, most: 12 } as const

/** The remedy's ladder for this student, or why there is none. */
function ladderFor(id: string, record: StudentRecord | null, knowledge: Knowledge) {
  if (!record) return refused('unknown_student', 'student')
  const remedy = knowledge.remedies.find((r) => r.id === id)
  if (!remedy) return refused('unknown_remedy', 'remedy', { remedy: id })
  const plan = buildLadder(remedy, factsOf(record.card, knowledge), stoppedParts(record), knowledge)
  if (plan.ok) return good({ name: remedy.name, rungs: plan.rungs, loads: remedy.loads })
  switch (plan.reason) {
    case 'pain':
      return refused('pain_reported', 'remedy', { part: plan.part })
    case 'flag':
      return refused('remedy_not_for_student', 'remedy', { flag: plan.against, why: plan.why })
    case 'nothing-left':
      return refused('no_rungs', 'remedy')
    default:
      return assertNever(plan)
  }
}

const loadsEars = (loads: unknown) => Array.isArray(loads) && loads.includes('hearing')

/** A remedy begins with the ladder that fits this student. */
export const remedyStarted = faultAct({
  ...filled(
    'remedy-started',
    {
      ...fields.inCase,
      remedy: fields.packId,
      weeks: whole(WEEKS.least, WEEKS.most),
      reason: optional(fields.line),
    },
    {
      name: fields.packWords,
      rungs: rungsShape,
      loads: list(fields.bodyPart, BODY_PARTS.length),
    },
    (request, record, knowledge) => {
      const ladder = ladderFor(request.remedy, record, knowledge)
      return ladder.ok ? good({ ...request, ...ladder.value }) : ladder
    },
  ),
  loads: ({ remedy }, _record, k) => k.remedies.find((r) => r.id === remedy)?.loads ?? k.playing,
  version: 3,
  earlier: {
    // The first named only what was loaded most; what is not known is taken to load everything.
    1: (body) => ({ ...body, loads: BODY_PARTS }),
    // In the second a load could be taken away by hand. By rule whoever plays loads the ears.
    2: (body) => (loadsEars(body.loads) ? body : { ...body, loads: BODY_PARTS }),
  },
  refuse: (_state, act, record) => refuseThirdProject(record, act.case),
  step: startRemedy,
  reason: (act) => act.reason,
})
