/** What doing something loads, by who does what. */
import type { BodyPart, Doing } from './vocabulary'

/** Away from the instrument hands and arms move, breath and lips blow, breath sings; who looks or listens loads nothing. */
const LOADS: Readonly<Record<Exclude<Doing, 'plays'>, readonly BodyPart[]>> = {
  moves: ['hand', 'arm'],
  blows: ['breath', 'lips-jaw'],
  sings: ['breath'],
  looks: [],
  teacher: [],
}

/** Whoever plays loads everything that playing this instrument loads. */
export function loadsOf(does: Doing, playing: readonly BodyPart[]): readonly BodyPart[] {
  return does === 'plays' ? playing : LOADS[does]
}
