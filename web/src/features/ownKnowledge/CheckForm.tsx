/** A check: what to do, how long it takes, and what each answer says. */
import { STRENGTHS } from '@vein-mend/core/packs'
import type { CheckEntry, Knowledge, Strength } from '@vein-mend/core/packs'
import { Num, Pick, Text } from '../../ui/Inputs'
import { Rows } from '../../ui/Rows'
import { STRENGTH_WORDS } from '../../wording/words'
import type { CheckDraft } from './drafts'
import { fromRows, pairs, toRows } from '../../wording/entryFields'

interface Props {
  readonly knowledge: Knowledge
  readonly draft: CheckDraft
  readonly onChange: (draft: CheckDraft) => void
}

type Outcome = CheckEntry['outcomes'][number]

function OutcomeFields({
  knowledge,
  outcome,
  place,
  onChange,
}: {
  knowledge: Knowledge
  outcome: Outcome
  place: number
  onChange: (outcome: Outcome) => void
}) {
  return (
    <div className="bg-glaze border-line space-y-2 rounded-md border p-3">
      <Text
        label={`Answer ${place + 1}`}
        value={outcome.label}
        onChange={(label) => onChange({ ...outcome, label })}
      />
      <Rows
        legend={`What answer ${place + 1} says`}
        rows={toRows(outcome.says)}
        fresh={() => ['', 'marked'] as readonly [string, Strength]}
        add="And also"
        onChange={(rows) => onChange({ ...outcome, says: fromRows(rows) })}
      >
        {([finding, strength], change, i) => (
          <div className="grid grid-cols-[1fr_9rem] gap-2">
            <Pick
              bare
              label={`Answer ${place + 1}, finding ${i + 1}`}
              value={finding}
              options={knowledge.findings.map((f) => [f.id, f.text] as const)}
              onChange={(id) => change([id, strength])}
            />
            <Pick
              bare
              label={`Answer ${place + 1}, strength ${i + 1}`}
              value={strength}
              options={pairs(STRENGTHS, STRENGTH_WORDS)}
              onChange={(s) => change([finding, s])}
            />
          </div>
        )}
      </Rows>
    </div>
  )
}

function freshOutcome(): Outcome {
  return { label: '', says: { '': 'marked' } }
}

export function CheckForm({ knowledge, draft, onChange }: Props) {
  const { entry } = draft
  const put = (fields: Partial<CheckEntry>) =>
    onChange({ ...draft, entry: { ...entry, ...fields } })
  return (
    <>
      <Text label="Name" value={entry.name} autoFocus onChange={(name) => put({ name })} />
      <Text
        label="What to do"
        help="Change one thing and compare."
        value={entry.do}
        lines={2}
        onChange={(text) => put({ do: text })}
      />
      <Num
        label="Minutes of the lesson"
        value={entry.minutes}
        min={0.1}
        max={20}
        step={0.1}
        onChange={(minutes) => put({ minutes })}
      />
      <Rows
        legend="Answers"
        rows={entry.outcomes}
        fresh={freshOutcome}
        add="Another answer"
        onChange={(outcomes) => put({ outcomes })}
      >
        {(outcome, change, i) => (
          <OutcomeFields knowledge={knowledge} outcome={outcome} place={i} onChange={change} />
        )}
      </Rows>
    </>
  )
}
