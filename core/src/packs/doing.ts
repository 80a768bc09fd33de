/** What doing something loads, by who does what. */
import { BODY_PARTS } from './vocabulary'
import type { BodyPart, Doing } from './vocabulary'

/** What moves in playing; without the instrument it moves all the same. */
const MOVING: readonly BodyPart[] = ['hand', 'arm', 'neck-back', 'leg']

/** Breath and lips blow, breath sings; who looks or listens loads nothing. */
const LOADS: Readonly<Record<Exclude<Doing, 'plays' | 'moves'>, readonly BodyPart[]>> = {
  blows: ['breath', 'lips-jaw'],
  sings: ['breath'],
  looks: [],
  teacher: [],
}

/** Without the instrument nothing sounds and nothing is rubbed; whatever else playing loads may be loaded. */
const NOT_AWAY: readonly BodyPart[] = ['hearing', 'skin']

function byRule(does: Doing | 'away', playing: readonly BodyPart[]): readonly BodyPart[] {
  if (does === 'plays') return playing
  if (does === 'away') return playing.filter((part) => !NOT_AWAY.includes(part))
  return does === 'moves' ? playing.filter((part) => MOVING.includes(part)) : LOADS[does]
}

/**
 * Whoever plays loads everything that playing this instrument loads; of what is done away from it nobody knows which of
 * that it spares, where it does not say who does what. What an entry says besides is loaded too; it can
 * never take anything away.
 */
export function loadsOf(
  does: Doing | 'away',
  playing: readonly BodyPart[],
  besides: readonly BodyPart[] = [],
): readonly BodyPart[] {
  const loaded = new Set([...byRule(does, playing), ...besides])
  return BODY_PARTS.filter((part) => loaded.has(part))
}
