/** A check: what to do, how long it takes, which sign it asks for, and what each answer says came of it. */
import { CAME, DOES } from '@vein-mend/core/packs'
import type { Came, CheckEntry, Knowledge, OutcomeEntry } from '@vein-mend/core/packs'
import { Num, Pick, Text } from '../../ui/Inputs'
import { Rows } from '../../ui/Rows'
import { CAME_WORDS, DOES_WORDS, STRENGTH_WORDS } from '../../wording/words'
import type { CheckDraft } from './drafts'
import { fromRows, pairs, toRows } from '../../wording/entryFields'

interface Props {
  readonly knowledge: Knowledge
  readonly draft: CheckDraft
  readonly onChange: (draft: CheckDraft) => void
}

type Also = NonNullable<OutcomeEntry['also']>[string]
const ALSO = ['marked', 'slight'] as const

/** The signs asked for. */
const listOf = ({ asks }: CheckEntry) => (typeof asks === 'string' ? [asks] : asks)

function cameOf({ came }: OutcomeEntry, sign: string): Came {
  return typeof came === 'string' ? came : (came[sign] ?? 'open')
}

/** What came of each sign asked for, with one of them changed. */
function withCame(outcome: OutcomeEntry, asks: readonly string[], sign: string, came: Came) {
  if (asks.length === 1) return { ...outcome, came }
  const all = asks.map((id) => [id, id === sign ? came : cameOf(outcome, id)] as const)
  return { ...outcome, came: Object.fromEntries(all) }
}

function OutcomeFields({
  knowledge,
  asks,
  outcome,
  place,
  onChange,
}: {
  knowledge: Knowledge
  asks: readonly string[]
  outcome: OutcomeEntry
  place: number
  onChange: (outcome: OutcomeEntry) => void
}) {
  const textOf = (id: string) => knowledge.findings.find((f) => f.id === id)?.text ?? id
  return (
    <div className="bg-glaze border-line space-y-2 rounded-md border p-3">
      <Text
        label={`Answer ${place + 1}`}
        value={outcome.label}
        onChange={(label) => onChange({ ...outcome, label })}
      />
      {asks.map((sign) => (
        <Pick
          key={sign}
          label={
            asks.length === 1
              ? `Answer ${place + 1}: what was asked for`
              : `Answer ${place + 1}: ${textOf(sign)}`
          }
          value={cameOf(outcome, sign)}
          options={pairs(CAME, CAME_WORDS)}
          onChange={(came) => onChange(withCame(outcome, asks, sign, came))}
        />
      ))}
      <Rows
        legend={`What else showed with answer ${place + 1}`}
        rows={toRows(outcome.also ?? {})}
        fresh={() => ['', 'marked'] as readonly [string, Also]}
        add="Something else showed"
        onChange={(rows) => {
          const { label, came } = outcome
          onChange({ label, came, ...(rows.length === 0 ? {} : { also: fromRows(rows) }) })
        }}
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
              options={pairs(ALSO, STRENGTH_WORDS)}
              onChange={(s) => change([finding, s])}
            />
          </div>
        )}
      </Rows>
    </div>
  )
}

function freshOutcome(): OutcomeEntry {
  return { label: '', came: 'open' }
}

/** The sign the check asks for; of one that asks for several, which they are stays as it was written. */
function AskedFor({
  knowledge,
  entry,
  put,
}: {
  readonly knowledge: Knowledge
  readonly entry: CheckEntry
  readonly put: (fields: Partial<CheckEntry>) => void
}) {
  if (typeof entry.asks !== 'string') {
    const texts = entry.asks.map((id) => knowledge.findings.find((f) => f.id === id)?.text ?? id)
    return <p>It asks for: {texts.join('; ')}.</p>
  }
  return (
    <Pick
      label="The sign it asks for"
      value={entry.asks}
      options={[['', 'choose a sign'], ...knowledge.findings.map((f) => [f.id, f.text] as const)]}
      onChange={(asks) => put({ asks })}
    />
  )
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
      <Pick
        label="Who does what"
        value={entry.does ?? 'plays'}
        options={pairs(DOES, DOES_WORDS)}
        onChange={(does) => put({ does })}
      />
      <AskedFor knowledge={knowledge} entry={entry} put={put} />
      <Rows
        legend="Answers"
        rows={entry.outcomes}
        fresh={freshOutcome}
        add="Another answer"
        onChange={(outcomes) => put({ outcomes })}
      >
        {(outcome, change, i) => (
          <OutcomeFields
            knowledge={knowledge}
            asks={listOf(entry)}
            outcome={outcome}
            place={i}
            onChange={change}
          />
        )}
      </Rows>
    </>
  )
}
