/** What the instrument's pack asks: equipment, and in which school the student differs from the studio. */
import { schoolTopics } from '@vein-mend/core/packs'
import type { Knowledge } from '@vein-mend/core/packs'
import type { StudentCard } from '@vein-mend/core/record'
import { useFormContext } from 'react-hook-form'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'

export function InstrumentFacts({ knowledge }: { knowledge: Knowledge }) {
  const { register } = useFormContext<StudentCard>()
  return (
    <Section title={`The ${knowledge.name.toLowerCase()}`}>
      <div className="grid gap-4 sm:grid-cols-2">
        {knowledge.equipment.map((fact) => (
          <Field key={fact.id} label={fact.ask}>
            {(p) => (
              <select {...p} {...register(`equipment.${fact.id}`)}>
                <option value="">not known</option>
                {fact.answers.map((a) => (
                  <option key={a}>{a}</option>
                ))}
              </select>
            )}
          </Field>
        ))}
        {schoolTopics(knowledge).map((topic) => {
          const schools = knowledge.schools.filter((s) => s.topic === topic)
          const usual = schools.find((s) => s.usual) ?? schools[0]
          return (
            <Field
              key={topic}
              label={`School: ${topic}`}
              help="Teachers differ here; each has its reason."
            >
              {(p) => (
                <select {...p} {...register(`schools.${topic}`)}>
                  <option value="">as in the studio ({usual?.name.toLowerCase()})</option>
                  {schools.map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          )
        })}
      </div>
    </Section>
  )
}
