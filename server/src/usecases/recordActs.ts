/** Adds acts to a student's record: all of them or none, and each only once. */
import { refuse } from '@vein-mend/contract'
import type { ActsTaken, CodedRefusal, Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { addAct, asKept } from '@vein-mend/core/record'
import type { Act, IdentifiedRequest, Stamp, StudentRecord } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import { practisedDigest } from '../packs'
import type { StudioWriter } from '../store'
import type { Deps } from './deps'
import { removeGoneTakes } from './goneTakes'

/** Kinds after which a take may be on record no longer. */
const REMOVING = new Set<Act['kind']>(['take-removed', 'card-changed'])

/** Acts to be added, and what they were noted with. */
export interface ActsAsked {
  readonly acts: readonly IdentifiedRequest[]
  /** The studio for which they were noted; absent where the desk does not say. */
  readonly studio?: string | undefined
  /** Digest of the knowledge the desk ranked with. */
  readonly knowledge?: string | undefined
  /** The device that sends them, and their place among all it sends. */
  readonly sent?: Stamp['sent']
}

/** Something inside the transaction refuses: nothing of it is kept. */
export class RefusedInside extends Error {
  constructor(readonly refusal: CodedRefusal) {
    super(refusal.code)
  }
}

/** Runs the work in one transaction; what it refuses inside is the outcome. */
export async function allOrNothing<T>(
  deps: Deps,
  work: (writer: StudioWriter) => Promise<T>,
): Promise<Outcome<T>> {
  try {
    return good(await deps.store.write(work))
  } catch (error) {
    if (error instanceof RefusedInside) return { ok: false, refusal: error.refusal }
    throw error
  }
}

/** The instrument by whose knowledge an act is completed: the new one where a card names another. */
function instrumentOf(request: IdentifiedRequest, record: StudentRecord | null): string | null {
  const onCard = request.kind === 'student-added' || request.kind === 'card-changed'
  return onCard ? request.card.instrument : (record?.card.instrument ?? null)
}

/** One student's record while acts are added to it. */
class Adding {
  readonly added: Act[] = []
  /** Digest of the knowledge the acts were completed with; empty where none needed any. */
  completedBy = ''
  private unwritten: Act[] = []

  constructor(
    private readonly deps: Deps,
    private readonly writer: StudioWriter,
    private readonly student: StudentId,
    /** Null where there is none, or where it cannot be played. */
    public record: StudentRecord | null,
    private readonly by: string,
    private readonly sent: Stamp['sent'],
  ) {}

  async add(request: IdentifiedRequest, knownBy: string | undefined): Promise<CodedRefusal | null> {
    return request.kind === 'undone' ? this.undo(request) : this.append(request, knownBy)
  }

  private async undo(
    request: IdentifiedRequest & { kind: 'undone' },
  ): Promise<CodedRefusal | null> {
    await this.flush()
    const undoing = await this.writer.undo(this.student, request.act)
    if (!undoing.ok) return undoing.refusal
    const kept = asKept({ ...request, ...this.stamp(request) })
    if (!kept.ok) return kept.refusal
    this.take(kept.value, undoing.record)
    await this.flush()
    return null
  }

  private async append(
    request: IdentifiedRequest,
    knownBy: string | undefined,
  ): Promise<CodedRefusal | null> {
    const instrument = instrumentOf(request, this.record)
    if (instrument === null) return refuse('unknown_student', ['student']).refusal
    const knowledge: Knowledge | null = await this.deps.knowledge.practisedAs(instrument, knownBy)
    if (!knowledge) {
      return refuse('unknown_instrument', ['card', 'instrument'], { instrument }).refusal
    }
    this.completedBy = practisedDigest(knowledge)
    const { takes } = this.deps
    if (request.kind === 'take-kept' && takes.pathOf(this.student, request.hash) === null) {
      return refuse('unknown_take', ['hash']).refusal
    }
    const added = addAct(this.record, request, {
      knowledge,
      stamp: this.stamp(request),
      today: this.deps.today(),
    })
    if (!added.ok) return added.refusal
    this.take(added.value.act, added.value.record)
    return null
  }

  private stamp({ id }: IdentifiedRequest): Stamp {
    const { now, today } = this.deps
    return { id, at: now(), by: this.by, noted: today(), ...(this.sent ? { sent: this.sent } : {}) }
  }

  private take(act: Act, record: StudentRecord): void {
    this.record = record
    this.added.push(act)
    this.unwritten.push(act)
  }

  /** Writes down what was added so far, so that it can be undone like anything else. */
  async flush(): Promise<void> {
    if (this.unwritten.length === 0 || !this.record) return
    const acts = this.unwritten
    this.unwritten = []
    await this.writer.append(this.student, acts, this.record)
  }
}

async function addAll(
  deps: Deps,
  writer: StudioWriter,
  student: StudentId,
  { acts, knowledge, sent }: ActsAsked,
  by: string,
) {
  const owners = await writer.ownersOf(acts.map((r) => r.id))
  const standing = await writer.standingOf(student)
  const record = standing?.ok ? standing.record : null
  const adding = new Adding(deps, writer, student, record, by, sent)
  const seen = new Set<string>()
  for (const [index, request] of acts.entries()) {
    const owner = owners.get(request.id)
    if (owner === student || seen.has(request.id)) continue
    seen.add(request.id)
    if (owner !== undefined) {
      throw new RefusedInside({ code: 'act_of_other_student', path: ['acts', index, 'id'] })
    }
    if (standing && !standing.ok && request.kind !== 'undone') {
      throw new RefusedInside({
        code: 'record_unplayable',
        path: ['student'],
        facts: { ...standing.trouble },
      })
    }
    const refusal = await adding.add(request, knowledge)
    if (refusal) throw new RefusedInside({ ...refusal, path: ['acts', index, ...refusal.path] })
  }
  await adding.flush()
  return { before: standing?.head.id ?? null, adding }
}

function stampOf({ id, at, by, noted, sent }: Stamp): Stamp {
  return { id, at, by, ...(noted ? { noted } : {}), ...(sent ? { sent } : {}) }
}

/** The digest of the knowledge by which the student's acts are completed now. */
export async function knowledgeOf(deps: Deps, record: StudentRecord): Promise<string> {
  const knowledge = await deps.knowledge.practised(record.card.instrument)
  return knowledge ? practisedDigest(knowledge) : ''
}

/**
 * Completes, checks and appends the acts in one transaction and answers what was added. Acts whose ids are on
 * record already are passed over, so that a repeated request changes nothing.
 */
export async function recordActs(
  deps: Deps,
  student: StudentId,
  asked: ActsAsked,
  by = deps.writer,
): Promise<Outcome<ActsTaken>> {
  if (asked.studio !== undefined && asked.studio !== deps.store.identity) {
    return refuse('other_studio', ['studio'])
  }
  const done = await allOrNothing(deps, async (writer) => {
    const { before, adding } = await addAll(deps, writer, student, asked, by)
    const standing = await writer.standingOf(student)
    if (!standing?.ok) throw new RefusedInside({ code: 'unknown_student', path: ['student'] })
    const { added, completedBy } = adding
    return { before, taken: added, completedBy, record: standing.record, head: standing.head.id }
  })
  if (!done.ok) return done
  const { before, taken, completedBy, record, head } = done.value
  if (taken.some(({ kind }) => REMOVING.has(kind))) await removeGoneTakes(deps, student, record)
  return good({
    id: student,
    today: deps.today(),
    before,
    head,
    knowledge: await knowledgeOf(deps, record),
    completedBy,
    taken: taken.map(stampOf),
    onRecord: asked.acts.map((request) => request.id),
    writer: deps.writer,
  })
}
