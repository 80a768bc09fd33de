/** The ways out of a record that cannot be read on: set aside, taken up again, brought back from a copy. */
import { refuse } from '@vein-mend/contract'
import type {
  AsideMoved,
  AsideResponse,
  BroughtBack,
  CopiesResponse,
  Outcome,
} from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { Deps } from './deps'
import { allOrNothing, RefusedInside } from './recordActs'

const none = (code: Parameters<typeof refuse>[0], facts?: Parameters<typeof refuse>[2]) =>
  new RefusedInside(refuse(code, ['student'], facts).refusal)

/** What stands aside of the student. */
export async function readAside(deps: Deps, student: StudentId): Promise<AsideResponse> {
  const notes = await deps.store.asideOf(student)
  return { notes: notes.map(({ kind, at, body }) => ({ kind, at, body })) }
}

/** What stops the record stands aside from now on, with all after it. */
export function setAside(deps: Deps, student: StudentId): Promise<Outcome<AsideMoved>> {
  return allOrNothing(deps, async (writer) => {
    const standing = await writer.standingOf(student)
    if (!standing) throw none('unknown_student')
    if (standing.ok) throw none('nothing_to_set_aside')
    return { moved: await writer.setAside(student, standing.trouble.act, deps.now()) }
  })
}

/** What stands aside goes back to its place, if this version can read it there. */
export function takeUpAgain(deps: Deps, student: StudentId): Promise<Outcome<AsideMoved>> {
  return allOrNothing(deps, async (writer) => {
    const taken = await writer.takeUp(student)
    if (!taken.ok) throw none('still_cannot_be_read', taken.at)
    if (taken.acts === 0) throw none('nothing_aside')
    return { moved: taken.acts }
  })
}

/** Copies on this machine, with what each has of the student; those that have nothing of them left out. */
export async function copiesWith(deps: Deps, student: StudentId): Promise<CopiesResponse> {
  const copies: CopiesResponse['copies'][number][] = []
  for (const name of deps.copies.names()) {
    const found = await deps.copies.read(name, student)
    if (found?.rows.length === 0) continue
    copies.push({ name, notes: found?.rows.length ?? null, plays: found?.plays ?? false })
  }
  return { copies }
}

/** The student as the copy had them; what is here and not in it, or otherwise in it, stands aside. */
export async function bringBack(
  deps: Deps,
  student: StudentId,
  copy: string,
): Promise<Outcome<BroughtBack>> {
  const found = await deps.copies.read(copy, student)
  if (!found?.plays) return refuse('copy_not_readable', ['copy'], { copy })
  return allOrNothing(deps, async (writer) => {
    const brought = await writer.bringBack(student, found.rows, deps.now())
    if (!brought.ok) throw none('copy_of_another_history', { copy })
    return { notes: brought.acts, aside: brought.aside }
  })
}

/** All that is on file of the student, as it is written: for repairing it here, and for nobody else. */
export async function onFile(deps: Deps, student: StudentId): Promise<Outcome<object>> {
  const [rows, aside] = await Promise.all([deps.store.rowsOf(student), deps.store.asideOf(student)])
  if (rows.length + aside.length === 0) return refuse('unknown_student', ['student'])
  const written = ({ seq, body }: { readonly seq: number; readonly body: string }) => ({
    seq,
    body,
  })
  return good({ student, acts: rows.map(written), aside: aside.map(written) })
}
