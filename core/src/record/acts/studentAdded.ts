import { dayNoted, plain } from '../actModule'
import type { ActModule } from '../actModule'
import type { StudentCard } from '../card'
import { emptyRecord } from '../emptyRecord'
import { refuse } from '../refusal'
import { stopsOfCard } from '../stopping'
import { cardShape } from './cardShape'

interface Added {
  readonly kind: 'student-added'
  readonly card: StudentCard
}

/** With this act a record begins. */
export const studentAdded: ActModule<'student-added', Added, Added> = {
  ...plain('student-added', { card: cardShape }),
  version: 1,
  scope: 'beginning',
  earlier: {},
  refuse: (record) => (record ? refuse('student_exists', 'student') : null),
  refuseOn: () => null,
  loads: () => [],
  apply: (_record, { card, ...stamp }) =>
    stopsOfCard(emptyRecord(card), null, { id: stamp.id, on: dayNoted(stamp) }),
}
