/** Home: minutes by weekday, and which commitments are kept. */
import { COMMITMENTS, COMMITMENT_STATES } from '@vein-mend/core/record'
import type { StudentCard } from '@vein-mend/core/record'
import { useFormContext, useWatch } from 'react-hook-form'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { sayField } from '../../wording/refusals'
import { COMMITMENT_WORDS, COMMITMENT_STATE_WORDS, WEEKDAY_WORDS } from '../../wording/words'
import { PickOf } from './fields'

export function LifeAtHome() {
  const { register, formState, control } = useFormContext<StudentCard>()
  const minutes = useWatch({ control, name: 'homeMinutes' })
  const total = minutes.reduce((sum, m) => sum + (Number.isFinite(m) ? m : 0), 0)
  const errors = formState.errors.homeMinutes as
    readonly ({ message?: string } | undefined)[] | undefined
  return (
    <Section title="At home" aside={`${total} minutes a week`}>
      <fieldset>
        <legend className="mb-1 font-medium">Minutes of practice by day</legend>
        <div className="grid grid-cols-4 gap-3 sm:grid-cols-7">
          {WEEKDAY_WORDS.map((day, i) => (
            <Field key={day} label={day} trouble={sayField(errors?.[i]?.message)}>
              {(p) => (
                <input
                  {...p}
                  {...register(`homeMinutes.${i}`, { valueAsNumber: true })}
                  type="number"
                  min={0}
                  max={600}
                  step={5}
                />
              )}
            </Field>
          ))}
        </div>
      </fieldset>
      <div className="mt-4 grid gap-4 sm:grid-cols-4">
        {COMMITMENTS.map((commitment) => (
          <PickOf
            key={commitment}
            name={`commitments.${commitment}`}
            label={COMMITMENT_WORDS[commitment]}
            options={COMMITMENT_STATES.map((kept) => [kept, COMMITMENT_STATE_WORDS[kept]])}
          />
        ))}
      </div>
    </Section>
  )
}
