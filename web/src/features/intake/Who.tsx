/** Who they are, why now, how far along. */
import { AGE_BANDS, BODY_PARTS, flagsAsked, HEALTH_FLAGS, STAGES } from '@vein-mend/core/packs'
import type { StudentCard } from '@vein-mend/core/record'
import { useController, useFormContext, useWatch } from 'react-hook-form'
import { usePack, usePacks } from '../../data/useStudio'
import { CheckBox } from '../../ui/CheckBox'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { sayField } from '../../wording/refusals'
import { AGE_WORDS, PART_WORDS, STAGE_WORDS } from '../../wording/words'
import { FlagOf, PickOf } from './fields'

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

/** Which parts an earlier injury was of: what loads them is played in short turns. */
function Injured() {
  const { field } = useController<StudentCard, 'injured'>({ name: 'injured' })
  const { value } = field
  return (
    <fieldset className="mt-1">
      <legend className="text-sm">
        Which parts were hurt? None ticked: all are taken care of.
      </legend>
      <div className="grid gap-x-6 sm:grid-cols-4">
        {BODY_PARTS.map((part) => (
          <CheckBox
            key={part}
            checked={value.includes(part)}
            onChange={(on) =>
              field.onChange(on ? [...value, part] : value.filter((p) => p !== part))
            }
          >
            {PART_WORDS[part]}
          </CheckBox>
        ))}
      </div>
    </fieldset>
  )
}

function Careful() {
  const [instrument, flags] = useWatch<StudentCard, ['instrument', 'flags']>({
    name: ['instrument', 'flags'],
  })
  const pack = usePack(instrument === '' ? undefined : instrument)
  // What was told stays to be seen and taken off, whatever is played now.
  const asked = new Set(flagsAsked(pack.data?.knowledge ?? null))
  const shown = HEALTH_FLAGS.filter((flag) => asked.has(flag) || flags.includes(flag))
  return (
    <Section title="To be careful of" aside="as told by the student or family; not a diagnosis">
      <fieldset className="grid gap-x-6 sm:grid-cols-3">
        <legend className="sr-only">To be careful of</legend>
        {shown.map((flag) => (
          <FlagOf key={flag} flag={flag} />
        ))}
      </fieldset>
      {flags.includes('earlier-injury') && <Injured />}
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
  const { data } = usePacks()
  const instruments = data?.packs.filter((k) => k.kind === 'instrument') ?? []
  return (
    <>
      <Field label="Name" trouble={errorOf('name')}>
        {(p) => <input {...p} {...register('name')} autoFocus={fresh} autoComplete="off" />}
      </Field>
      <PickOf
        name="instrument"
        label="Instrument"
        trouble={errorOf('instrument')}
        disabled={!fresh}
        options={instruments.map((k) => [k.id, k.name])}
      />
      <PickOf
        name="stage"
        label="Stage"
        trouble={errorOf('stage')}
        options={STAGES.map((s) => [s, STAGE_WORDS[s]])}
      />
      <PickOf
        name="ageBand"
        label="Age"
        trouble={errorOf('ageBand')}
        options={AGE_BANDS.map((a) => [a, AGE_WORDS[a]])}
      />
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
