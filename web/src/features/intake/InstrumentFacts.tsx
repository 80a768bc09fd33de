/** What the instrument's pack asks: equipment, and in which school the student differs from the studio. */
import { schoolTopics } from '@vein-mend/core/packs'
import type { Knowledge } from '@vein-mend/core/packs'
import { Section } from '../../ui/Page'
import { PickOf } from './fields'

export function InstrumentFacts({ knowledge }: { knowledge: Knowledge }) {
  return (
    <Section title={`The ${knowledge.name.toLowerCase()}`}>
      <div className="grid gap-4 sm:grid-cols-2">
        {knowledge.equipment.map((fact) => (
          <PickOf
            key={fact.id}
            name={`equipment.${fact.id}`}
            label={fact.ask}
            options={[['', 'not known'], ...fact.answers.map((a) => [a, a] as const)]}
          />
        ))}
        {schoolTopics(knowledge).map((topic) => {
          const schools = knowledge.schools.filter((s) => s.topic === topic)
          const usual = schools.find((s) => s.usual) ?? schools[0]
          return (
            <PickOf
              key={topic}
              name={`schools.${topic}`}
              label={`School: ${topic}`}
              help="Teachers differ here; each has its reason."
              options={[
                ['', `as in the studio (${usual?.name.toLowerCase() ?? ''})`],
                ...schools.map((s) => [s.id, s.name] as const),
              ]}
            />
          )
        })}
      </div>
    </Section>
  )
}
