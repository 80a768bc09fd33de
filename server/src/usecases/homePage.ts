/** The home page: a link that shows the sheet and nothing else, and takes ticks back. */
import { createHash, randomBytes } from 'node:crypto'
import type { HomeLinkListed, HomeResponse, IdentifiedRequest } from '@vein-mend/contract'
import { addDays, good, refuse } from '@vein-mend/core/kit'
import type { Result } from '@vein-mend/core/kit'
import { askedOn, HOME_ACTS, mondayOf, weekGivenFor } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/record'
import type { Deps } from './deps'
import { recordActs } from './recordActs'
import { weekSheet } from './weekSheet'

/** A term; then the family asks for a new one. */
const DAYS_VALID = 120
const TOKEN_BYTES = 32
const DAYS_SHOWN = 7

/** Only the hash is kept: who reads the file cannot open the page. */
function hashOf(token: string): string {
  return createHash('sha256').update(token).digest('hex')
}

/** A new link; its token is shown once and cannot be read again. */
export async function makeHomeLink(
  deps: Deps,
  student: StudentId,
): Promise<Result<{ token: string; expires: string }>> {
  if ((await deps.store.actsOf(student)).length === 0) return refuse('unknown_student', ['student'])
  const token = randomBytes(TOKEN_BYTES).toString('base64url')
  const expires = addDays(deps.today(), DAYS_VALID)
  await deps.store.addHomeLink({ hash: hashOf(token), student, made: deps.today(), expires })
  return good({ token, expires })
}

export function listHomeLinks(deps: Deps, student: StudentId): Promise<readonly HomeLinkListed[]> {
  return deps.store.homeLinks(student)
}

/** All links of the student stop working. */
export function revokeHomeLinks(deps: Deps, student: StudentId): Promise<void> {
  return deps.store.revokeHomeLinks(student, deps.today())
}

async function studentOf(deps: Deps, token: string): Promise<StudentId | null> {
  const link = await deps.store.homeLink(hashOf(token))
  return link && link.revoked === null && link.expires >= deps.today() ? link.student : null
}

/** What the page shows: the week as given, or as it would be given now where none was. */
export async function readHome(deps: Deps, token: string): Promise<Result<HomeResponse>> {
  const student = await studentOf(deps, token)
  if (student === null) return refuse('link_not_valid', ['link'])
  const today = deps.today()
  const sheet = await weekSheet(deps, student, today)
  if (!sheet.ok) return sheet
  const { record, items, plan, monday } = sheet.value
  const { home, card } = record
  const given = weekGivenFor(home, today)
  const known = new Map(items.map((e) => [e.item.id, e]))
  const dayOf = (date: ReturnType<typeof addDays>, d: number) =>
    given
      ? askedOn(home, date).map(({ item, name, minutes }) => ({ item, name, minutes }))
      : (plan.days[d]?.blocks ?? []).map(({ item }) => ({
          item: item.id,
          name: item.name,
          minutes: item.minutes,
        }))
  const days = Array.from({ length: DAYS_SHOWN }, (_, d) => {
    const date = addDays(monday, d)
    return { date, blocks: dayOf(date, d) }
  })
  return good({
    name: card.name.split(' ')[0] ?? card.name,
    child: card.ageBand === 'child',
    today,
    days,
    rungs: [...known.values()].flatMap(({ item, cue, svg, exercise }) =>
      item.rung
        ? [
            {
              item: item.id,
              instruction: item.rung.instruction,
              times: item.rung.dose.times,
              tempo: item.rung.dose.tempo ?? null,
              hands: item.rung.dose.hands ?? null,
              cue,
              svg,
              exercise,
            },
          ]
        : [],
    ),
    ticks: home.ticks.filter((t) => mondayOf(t.date) === monday),
    stopped: home.hurts.filter((h) => h.date >= monday).map((h) => h.item),
  })
}

/** What the family adds; nothing else gets in by this door. */
export async function recordHome(
  deps: Deps,
  token: string,
  requests: readonly IdentifiedRequest[],
): Promise<Result<HomeResponse>> {
  const student = await studentOf(deps, token)
  if (student === null) return refuse('link_not_valid', ['link'])
  const foreign = requests.findIndex((r) => !HOME_ACTS.some((kind) => kind === r.kind))
  if (foreign >= 0) return refuse('not_from_home', ['acts', String(foreign), 'kind'])
  const result = await recordActs(deps, student, requests, 'home')
  return result.ok ? readHome(deps, token) : result
}
