/** A pack written out for a teacher of the instrument to read from beginning to end: ./mend packs --read INSTRUMENT. */
import { buildNetwork, posterior, REPORTS } from '@vein-mend/core/diagnosis'
import type { Network } from '@vein-mend/core/diagnosis'
import { decibans } from '@vein-mend/core/kit'
import type { Exercise, Note } from '@vein-mend/core/music'
import { flagsAsked, STAGES, STRANDS, writeOutcome } from '@vein-mend/core/packs'
import type {
  Avoid,
  BodyPart,
  Came,
  Check,
  CheckOutcome,
  Fault,
  Finding,
  Gate,
  Knowledge,
  Remedy,
  SetupPoint,
  Strain,
  StudentFacts,
} from '@vein-mend/core/packs'
import { buildLadder, rungExercise } from '@vein-mend/core/remedy'
import type { LadderRung } from '@vein-mend/core/remedy'

/** Moves smaller than this are not worth a reader's time, decibans. */
const WORTH_SAYING = 1
const MOVES_MOST = 6

function gateName(k: Knowledge, id: string): string {
  return k.gates.find((g) => g.id === id)?.name ?? id
}

/** How often a fault shows a sign, as a teacher says it. */
function often(strength: number): string {
  if (strength >= 0.85) return 'nearly always'
  if (strength >= 0.6) return 'mostly'
  if (strength >= 0.4) return 'often'
  return strength >= 0.2 ? 'sometimes' : 'now and then'
}

function faultWords(fault: Fault, k: Knowledge): string[] {
  const text = (id: string) => k.findings.find((f) => f.id === id)?.text ?? id
  const shows = Object.entries(fault.shows).sort((a, b) => b[1] - a[1])
  const remedies = fault.remedies.map((id) => k.remedies.find((r) => r.id === id)?.name ?? id)
  const drives = Object.keys(fault.leadsTo).map(
    (id) => k.faults.find((f) => f.id === id)?.name.toLowerCase() ?? id,
  )
  return [
    `### ${fault.name}`,
    fault.why,
    ...shows.map(([id, strength]) => `- ${often(strength)} (${strength}): ${text(id)}`),
    ...(drives.length > 0 ? [`It can bring: ${drives.join('; ')}.`] : []),
    ...(fault.notThePlayer
      ? ['Not the player: no ladder.']
      : [`Mended by: ${remedies.join('; ')}.`]),
    `Of a hundred students: ${STAGES.map((stage) => `${stage} ${percentOf(fault.prior[stage])}`).join(', ')}.`,
    ...(fault.taughtFrom ? [`Taught from ${fault.taughtFrom} on; before it no fault yet.`] : []),
    ...(fault.taughtWith === undefined
      ? []
      : [
          `Taught with ${gateName(k, fault.taughtWith)}; no fault yet while its gate is held shut.`,
        ]),
    ...fault.likelier.map(
      ({ when, times, because }) =>
        `- likelier ${times} times where ${Object.entries(when)
          .map((pair) => pair.join(' '))
          .join(' and ')}: ${because}`,
    ),
    ...(fault.cues.length > 0
      ? [`Cues: ${fault.cues.map((c) => `“${c.words}”`).join(', ')}.`]
      : []),
    ...fault.cautions.map((c) => `Caution: ${c}`),
    ...forbidWords(fault),
  ]
}

/** What the cautions forbid every rung of its remedies, by rule. */
function forbidWords({ forbids }: Fault): string[] {
  if (!forbids) return []
  const minutes = forbids.minutes === undefined ? [] : [`turns longer than ${forbids.minutes} min`]
  return [`No rung of it asks for: ${[...(forbids.strain ?? []), ...minutes].join(', ')}.`]
}

const strainWords = (strain: readonly Strain[] = []) =>
  strain.length > 0 ? `; strains ${strain.join(', ')}` : ''

const percentOf = (share: number) => Math.round(100 * share)

const loadWords = (loads: readonly BodyPart[]) => (loads.length > 0 ? loads.join(', ') : 'nothing')

/** What somebody is given in its place, or not given, by what is known of them. */
function avoidWords(avoid: Avoid): string[] {
  return Object.entries(avoid).map(([who, why]) => `      not for ${who}: ${why}`)
}

/** What a sign is measured by, where it is. */
function measuredWords({ measured }: Finding): string {
  if (!measured) return ''
  const against = measured.against === 'own' ? ' against the own usual value' : ''
  return `; measured by ${measured.by} ${measured.side} ${measured.at}${against} (${measured.source})`
}

function gateWords(gate: Gate, k: Knowledge): string[] {
  const nameOf = (id: string) => gateName(k, id)
  const textOf = (id: string) => k.findings.find((f) => f.id === id)?.text ?? id
  const schools = Object.entries(gate.afterIn).map(
    ([school, after]) => `- in ${school} after: ${after.map(nameOf).join('; ')}`,
  )
  return [
    `### ${gate.name}${gate.school ? ` [${gate.school}]` : ''}`,
    ...(gate.after.length > 0 ? [`After: ${gate.after.map(nameOf).join('; ')}`] : []),
    ...schools,
    ...gate.needs.map(
      (n) =>
        `- ${n.text}: in ${percentOf(n.share)} of a hundred lessons without “${textOf(n.without)}”`,
    ),
    ...(gate.prepare === null ? [] : [`To get ready: ${gate.prepare}`]),
  ]
}

function setupWords(point: SetupPoint, k: Knowledge): string[] {
  const textOf = (id: string) => k.findings.find((f) => f.id === id)?.text ?? id
  const { number, parts } = point
  const bands = number
    ? [
        ...(number.right ? [`right from ${number.right.join(' to ')} ${number.unit}`] : []),
        ...Object.entries(number.rightIn).map(
          ([s, band]) => `in ${s} ${band.join(' to ')} ${number.unit}`,
        ),
        ...(number.below === null ? [] : [`below: ${textOf(number.below)}`]),
        ...(number.above === null ? [] : [`above: ${textOf(number.above)}`]),
      ]
    : []
  return [
    `- ${point.ask}${point.grows ? ' [again as a child grows]' : ''}`,
    ...parts.map((p) => {
      const says = p.finding === null ? 'kept, evidence of nothing' : `“${textOf(p.finding)}”`
      return `      not right, ${p.say}: ${says}`
    }),
    ...(parts.some((p) => p.finding !== null)
      ? [
          `      right: ${point.lasts ? 'stays so while playing, so none of these is there' : 'says nothing of how it is while playing'}`,
        ]
      : []),
    ...bands.map((b) => `      ${b}`),
  ]
}

/** What is known beside signs, faults, checks and ladders. */
function restWords(k: Knowledge): string[] {
  return [
    '## Set-up',
    ...k.setup.flatMap((p) => setupWords(p, k)),
    '## Asked of the instrument and the chair',
    ...k.equipment.map((e) => `- ${e.ask} ${e.answers.join(' / ')}`),
    '## Gates',
    ...k.gates.flatMap((g) => ['', ...gateWords(g, k)]),
    '## Schools',
    ...k.schools.map(
      (s) => `- ${s.topic}: ${s.name}${s.usual ? ' [usual]' : ''}. ${s.reason} ${s.advice}`,
    ),
    '## Cautions',
    ...k.cautions.map((c) => `- ${c}`),
    `Playing loads: ${loadWords(k.playing)}.`,
  ]
}

const CAME_SAID: Readonly<Record<Came, string>> = {
  clearly: 'it came',
  partly: 'in part',
  not: 'it did not come',
  open: 'left open',
}

/** How far an outcome by itself moves each fault, largest first. */
function movesOf(outcome: CheckOutcome, k: Knowledge, network: Network): readonly string[] {
  const evidence = Object.entries(outcome.says).flatMap(([id, strength]) => {
    const finding = network.findingIndex.get(id)
    return finding === undefined ? [] : [{ finding, ...REPORTS[strength] }]
  })
  const { probability } = posterior(network, evidence)
  return k.faults
    .map((fault, d) => ({
      name: fault.name.toLowerCase(),
      moved: decibans(probability[d] ?? 0) - decibans(network.faults[d]?.prior ?? 0),
    }))
    .filter((m) => Math.abs(m.moved) >= WORTH_SAYING)
    .sort((a, b) => Math.abs(b.moved) - Math.abs(a.moved))
    .slice(0, MOVES_MOST)
    .map(({ moved, name }) => {
      const times = 10 ** (Math.abs(moved) / 10)
      const ratio = times < 3 ? times.toFixed(1) : Math.round(times)
      return `speaks ${moved > 0 ? 'for' : 'against'} ${name} ${ratio} to 1`
    })
}

function checkWords(check: Check, k: Knowledge, network: Network): string[] {
  const textOf = (id: string) => k.findings.find((f) => f.id === id)?.text ?? id
  const lines = check.outcomes.map((o) => {
    const moves = movesOf(o, k, network)
    const { came, also = {} } = writeOutcome(check.asks, o.label, o.says)
    const cames = typeof came === 'string' ? [came] : Object.values(came)
    const beside = Object.keys(also).map(textOf)
    const what = [...cames.map((c) => CAME_SAID[c]), ...beside.map((b) => `also: ${b}`)].join('; ')
    return `- “${o.label}” [${what}]: ${moves.length > 0 ? moves.join('; ') : 'moves nothing'}`
  })
  const asks = `Asks: ${check.asks.map(textOf).join('; ')}`
  const does = `${check.does}; loads ${loadWords(check.loads)}${strainWords(check.strain)}`
  return [
    `### ${check.name} (${check.minutes} min; ${does})`,
    check.instruction,
    asks,
    ...lines,
    ...avoidWords(check.avoid),
  ]
}

function noteWords(n: Note): string {
  const pitch = n.pitches.length === 0 ? 'rest' : n.pitches.join('+')
  const fingers = n.fingers ? ` ${n.fingers.join('')}` : ''
  const marks = n.marks ? ` ${n.marks.join(' ')}` : ''
  const slur = n.slur ? (n.slur === 'start' ? ' (' : ' )') : ''
  return `${pitch}:${n.beats}${fingers}${marks}${slur}${n.words ? ` “${n.words}”` : ''}`
}

function notesOf(exercise: Exercise): string[] {
  return exercise.lines
    .filter((l) => l.notes.some((n) => n.pitches.length > 0))
    .map((l) => `      ${l.hand ?? 'notes'}: ${l.notes.map(noteWords).join(' ')}`)
}

/** A rung as it stands for a student, in one line with its notes. */
function rungLine(rung: LadderRung, k: Knowledge, facts: StudentFacts): string {
  const made = rungExercise(rung, k, facts)
  const notes = made ? notesOf(made).map((line) => line.trim()) : []
  return [`${rung.instruction} (${rung.dose.minutes} min)`, ...notes].join(' | ')
}

/** What each fact about a student changes in a ladder: left out, exchanged, other notes, shorter turns. */
function factWords(remedy: Remedy, k: Knowledge, facts: StudentFacts): string[] {
  const plain = buildLadder(remedy, facts, [], k)
  if (!plain.ok) return []
  const lines = new Map(plain.rungs.map((r) => [r.id, rungLine(r, k, facts)]))
  return flagsAsked(k).flatMap((flag) => {
    const known = { ...facts, flags: [flag] }
    const plan = buildLadder(remedy, known, [], k)
    if (!plan.ok) return [`- ${flag}: not for this student`]
    const gone = plain.rungs
      .filter((r) => !plan.rungs.some((x) => x.id === r.id))
      .map((r) => `${r.name} is left out`)
    const others = plan.rungs.flatMap((r) => {
      const line = rungLine(r, k, known)
      return line === lines.get(r.id) ? [] : [`${r.name} becomes: ${line}`]
    })
    return [...gone, ...others].map((words) => `- ${flag}: ${words}`)
  })
}

function remedyWords(remedy: Remedy, k: Knowledge, facts: StudentFacts): string[] {
  const rungs = remedy.rungs.flatMap((rung, i) => {
    const made = rungExercise(rung, k, facts)
    const { times, minutes, hands, tempo } = rung.dose
    const dose = [`${times} times`, `${minutes} min`, hands, tempo].filter(Boolean).join(', ')
    return [
      `${i + 1}. ${rung.name} [${rung.condition}; ${dose}; ${rung.does ? `${rung.does}; ` : ''}loads ${loadWords(rung.loads)}${strainWords(rung.strain)}]: ${rung.instruction}`,
      ...avoidWords(rung.avoid),
      ...(rung.instead === undefined ? [] : [`      instead: ${rung.instead}`]),
      ...(rung.alone === undefined ? [] : [`      alone: ${rung.alone}`]),
      ...(made ? [...notesOf(made), ...made.advice.map((a) => `      (${a})`)] : []),
    ]
  })
  const changed = factWords(remedy, k, facts)
  return [
    ...[`### ${remedy.name}`, remedy.aim, ...avoidWords(remedy.avoid), ...rungs],
    ...(changed.length > 0 ? ['What is known of a student changes:', ...changed] : []),
  ]
}

/** The whole pack in words: signs, faults by strand, checks with what each outcome says, ladders beside their notes. */
export function proofOf(k: Knowledge, facts: StudentFacts): string {
  const network = buildNetwork(k, facts)
  const signs = k.findings.map((f) => {
    const causes = k.faults.filter((x) => f.id in x.shows).map((x) => x.name.toLowerCase())
    const kind = f.stop ? 'stops' : f.byCheckOnly ? 'outcome' : f.observed
    return `- ${f.text} [${kind}; by itself ${f.leak}${measuredWords(f)}]: ${causes.join('; ') || 'a stop'}`
  })
  return [
    `# ${k.name}`,
    '## Signs and what can bring them',
    ...signs,
    ...STRANDS.flatMap((strand) => [
      `## Faults: ${strand}`,
      ...k.faults.filter((f) => f.strand === strand).flatMap((f) => ['', ...faultWords(f, k)]),
    ]),
    '## Checks',
    ...k.checks.flatMap((c) => ['', ...checkWords(c, k, network)]),
    '## Ladders',
    ...k.remedies.flatMap((r) => ['', ...remedyWords(r, k, facts)]),
    ...restWords(k),
  ].join('\n')
}
