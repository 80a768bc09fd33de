/** What the instrument's pack asks: equipment, and which school is taught. */
import type { Knowledge } from '@vein-mend/core/packs'
import type { StudentCard } from '@vein-mend/core/record'
import type { UseFormRegister } from 'react-hook-form'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'

interface Props {
  readonly knowledge: Knowledge
  readonly register: UseFormRegister<StudentCard>
}

export function InstrumentFacts({ knowledge, register }: Props) {
  const topics = [...new Set(knowledge.schools.map((s) => s.topic))]
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
        {topics.map((topic) => (
          <Field
            key={topic}
            label={`School: ${topic}`}
            help="Teachers differ here; each has its reason."
          >
            {(p) => (
              <select
                {...p}
                {...register(`schools.${topic}`)}
                defaultValue={knowledge.schools.find((s) => s.topic === topic && s.usual)?.id}
              >
                {knowledge.schools
                  .filter((s) => s.topic === topic)
                  .map((s) => (
                    <option key={s.id} value={s.id}>
                      {s.name}
                    </option>
                  ))}
              </select>
            )}
          </Field>
        ))}
      </div>
    </Section>
  )
}
