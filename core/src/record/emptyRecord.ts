/** A record with nothing in it but the card. */
import type { StudentCard } from './card'
import { EMPTY_HOME } from './homeLog'
import type { StudentRecord } from './state'

/** The record of a student who has just been added. */
export function emptyRecord(card: StudentCard): StudentRecord {
  return {
    card,
    lessons: [],
    cases: [],
    strengths: [],
    ownWords: [],
    home: EMPTY_HOME,
    breaks: [],
    preparing: [],
    overruledGates: [],
    levels: [],
    takes: [],
    stops: [],
  }
}
