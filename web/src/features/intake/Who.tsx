/** Who they are, why now, how far along. */
import { AGE_BANDS, HEALTH_FLAGS, STAGES } from '@vein-mend/core/packs'
import type { StudentCard } from '@vein-mend/core/record'
import { useFormContext, useWatch } from 'react-hook-form'
import { usePacks } from '../../data/useStudent'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { sayField } from '../../wording/refusals'
import { AGE_WORDS, FLAG_WORDS, STAGE_WORDS } from '../../wording/words'

type Plain =
  | 'name'
  | 'instrument'
  | 'stage'
  | 'ageBand'
  | 'yearsPlayed'
  | 'whyNow'
  | 'goal'
  | 'correction'
  | 'interests'
  | 'lessonMinutes'

function Careful() {
  const { register } = useFormContext<StudentCard>()
  return (
    <Section title="To be careful of" aside="as told by the student or family; not a diagnosis">
      <fieldset className="grid gap-x-6 sm:grid-cols-3">
        <legend className="sr-only">To be careful of</legend>
        {HEALTH_FLAGS.map((flag) => (
          <label key={flag} className="flex min-h-11 items-center gap-2.5">
            <input
              type="checkbox"
              value={flag}
              {...register('flags')}
              className="size-5 accent-(--ink)"
            />
            {FLAG_WORDS[flag]}
          </label>
        ))}
      </fieldset>
    </Section>
  )
}

function useCardField() {
  const { register, formState } = useFormContext<StudentCard>()
  return { register, errorOf: (name: Plain) => sayField(formState.errors[name]?.message) }
}

/** Name, instrument, and how far along. */
function Person({ fresh }: { fresh: boolean }) {
  const { register, errorOf } = useCardField()
  const packs = usePacks()
  return (
    <>
      <Field label="Name" trouble={errorOf('name')}>
        {(p) => <input {...p} {...register('name')} autoFocus={fresh} autoComplete="off" />}
      </Field>
      <Field label="Instrument" trouble={errorOf('instrument')}>
        {(p) => (
          <select {...p} {...register('instrument')} disabled={!fresh}>
            <option value="">Choose …</option>
            {packs.data?.packs
              .filter((k) => k.kind === 'instrument')
              .map((k) => (
                <option key={k.id} value={k.id}>
                  {k.name}
                </option>
              ))}
          </select>
        )}
      </Field>
      <Field label="Stage" trouble={errorOf('stage')}>
        {(p) => (
          <select {...p} {...register('stage')}>
            {STAGES.map((s) => (
              <option key={s} value={s}>
                {STAGE_WORDS[s]}
              </option>
            ))}
          </select>
        )}
      </Field>
      <Field label="Age" trouble={errorOf('ageBand')}>
        {(p) => (
          <select {...p} {...register('ageBand')}>
            {AGE_BANDS.map((a) => (
              <option key={a} value={a}>
                {AGE_WORDS[a]}
              </option>
            ))}
          </select>
        )}
      </Field>
    </>
  )
}

/** Years and minutes, in numbers. */
function Numbers() {
  const { register, errorOf } = useCardField()
  return (
    <>
      <Field label="Years played" trouble={errorOf('yearsPlayed')}>
        {(p) => (
          <input
            {...p}
            {...register('yearsPlayed', { valueAsNumber: true })}
            type="number"
            min={0}
            max={90}
            step={0.5}
          />
        )}
      </Field>
      <Field label="Minutes of a lesson" trouble={errorOf('lessonMinutes')}>
        {(p) => (
          <input
            {...p}
            {...register('lessonMinutes', { valueAsNumber: true })}
            type="number"
            min={10}
            max={180}
            step={5}
          />
        )}
      </Field>
    </>
  )
}

/** Why they are here and how they take correction, in words. */
function InWords() {
  const { register, errorOf } = useCardField()
  const ageBand = useWatch<StudentCard, 'ageBand'>({ name: 'ageBand' })
  return (
    <>
      <Field label="Why this instrument, why now?" trouble={errorOf('whyNow')}>
        {(p) => <input {...p} {...register('whyNow')} autoComplete="off" />}
      </Field>
      <Field
        label="What are they here for?"
        help="In their own words, if you can."
        trouble={errorOf('goal')}
      >
        {(p) => <input {...p} {...register('goal')} autoComplete="off" />}
      </Field>
      <Field
        label="How do they take correction?"
        help={ageBand === 'child' ? 'Ask the parent: they are the expert.' : 'Ask the student.'}
        trouble={errorOf('correction')}
      >
        {(p) => <input {...p} {...register('correction')} autoComplete="off" />}
      </Field>
      <Field label="Interests and favourites" trouble={errorOf('interests')}>
        {(p) => <input {...p} {...register('interests')} autoComplete="off" />}
      </Field>
    </>
  )
}

export function Who({ fresh }: { fresh: boolean }) {
  return (
    <>
      <Section title="Who">
        <div className="grid gap-4 sm:grid-cols-2">
          <Person fresh={fresh} />
          <Numbers />
          <InWords />
        </div>
      </Section>
      <Careful />
    </>
  )
}
