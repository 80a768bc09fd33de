/** Where teachers differ: which school holds for a student, from their own choice, the studio's and the usual one. */
import type { Gate, Knowledge, School } from './knowledge'

/** School ids by topic. */
export type Schools = Readonly<Record<string, string>>

/** The topics on which the pack's teachers differ, in its order. */
export function schoolTopics(knowledge: Knowledge): readonly string[] {
  return [...new Set(knowledge.schools.map((s) => s.topic))]
}

function usualOf(knowledge: Knowledge, topic: string): School | undefined {
  const here = knowledge.schools.filter((s) => s.topic === topic)
  return here.find((s) => s.usual) ?? here[0]
}

/**
 * One school for every topic: the chosen one where the pack has it, else the usual one. What was chosen
 * for topics the pack does not have is passed over.
 */
export function schoolsFor(knowledge: Knowledge, chosen: Schools): Schools {
  return Object.fromEntries(
    schoolTopics(knowledge).flatMap((topic) => {
      const wanted = knowledge.schools.find((s) => s.topic === topic && s.id === chosen[topic])
      const school = wanted ?? usualOf(knowledge, topic)
      return school ? [[topic, school.id] as const] : []
    }),
  )
}

/** The knowledge as a studio practises it: its chosen schools are the usual ones. */
export function withStudioSchools(knowledge: Knowledge, defaults: Schools): Knowledge {
  const usual = new Set(Object.values(schoolsFor(knowledge, defaults)))
  return { ...knowledge, schools: knowledge.schools.map((s) => ({ ...s, usual: usual.has(s.id) })) }
}

/** The gates of the chosen schools, each with what comes before it in that school. */
export function gatesFor(knowledge: Knowledge, schools: Schools): readonly Gate[] {
  const held = Object.values(schools)
  return knowledge.gates
    .filter((g) => g.school === undefined || held.includes(g.school))
    .map((g) => {
      const school = held.find((id) => g.afterIn[id] !== undefined)
      return school === undefined ? g : { ...g, after: g.afterIn[school] ?? [] }
    })
}
