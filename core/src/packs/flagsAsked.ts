/** Which health facts an instrument asks for. */
import type { Knowledge } from './knowledge'
import { HEALTH_FLAGS } from './vocabulary'
import type { BodyPart, HealthFlag } from './vocabulary'

/** Facts that only concern who loads this part in playing. */
const CONCERNS: Readonly<Partial<Record<HealthFlag, BodyPart>>> = {
  'dizzy-when-blowing': 'breath',
  braces: 'breath',
}

/** The facts asked of a student of the instrument; all of them while no instrument is chosen. */
export function flagsAsked(knowledge: Pick<Knowledge, 'playing'> | null): readonly HealthFlag[] {
  return HEALTH_FLAGS.filter((flag) => {
    const part = CONCERNS[flag]
    return part === undefined || knowledge === null || knowledge.playing.includes(part)
  })
}
