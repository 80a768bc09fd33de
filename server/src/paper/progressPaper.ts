/** The letter to the family and the teacher's report of a stretch of time. */
import type { IsoDate } from '@vein-mend/core/kit'
import type { AgeBand } from '@vein-mend/core/packs'
import type { CaseState, StudentRecord } from '@vein-mend/core/record'
import type { Progress, ProgressFault } from '@vein-mend/core/watch'
import type { Content } from 'pdfmake/interfaces'
import { settable } from './onPaper'
import { pdfOf } from './pdf'

export interface ProgressOnPaper {
  readonly name: string
  readonly ageBand: AgeBand
  readonly instrument: string
  readonly progress: Progress
  readonly record: StudentRecord
}

const LONG_DAY = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'long',
  year: 'numeric',
  timeZone: 'UTC',
})

function longDay(day: IsoDate): string {
  return LONG_DAY.format(new Date(`${day}T00:00:00Z`))
}

function percent(share: number): string {
  return `${Math.round(100 * share)} %`
}

function count(n: number, one: string): string {
  return `${n} ${one}${n === 1 ? '' : 's'}`
}

/** "The tip caves in" within a sentence. */
function small(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1)
}

function bullets(lines: readonly string[]): Content {
  return { ul: lines.map(settable), margin: [0, 0, 0, 2] }
}

function part(heading: string, lines: readonly string[], before = ''): Content[] {
  if (lines.length === 0) return []
  return [
    { text: heading, style: 'heading' },
    ...(before === '' ? [] : [{ text: before } as Content]),
    bullets(lines),
  ]
}

/** What the remedy is for, after a word of ours; nothing where the pack does not say. */
function aimOf({ aim }: ProgressFault, before: string): string {
  return aim === '' ? '' : ` ${before}: ${small(aim)}${/[.!?]$/.test(aim) ? '' : '.'}`
}

function mendedLine(fault: Progress['mended'][number]): string {
  const since = fault.cleanRechecks > 0 ? ' It was still gone when we looked again.' : ''
  return `“${fault.name}”: mended on ${longDay(fault.on)}.${aimOf(fault, 'Now')}${since}`
}

/** Steps passed on the present way; those of a way taken before do not count twice. */
function stepsPassed({ number, rungsPassed }: Progress['healing'][number]): string {
  const passed = Math.min(rungsPassed, number - 1)
  return passed === 0 ? 'being made firm' : `${count(passed, 'step')} passed in this time`
}

function healingLine(fault: Progress['healing'][number], first: string): string {
  const cue = fault.cue === null ? '' : ` ${first}’s own word for it is “${fault.cue}”.`
  return `“${fault.name}”: step ${fault.number} of ${fault.of}, ${stepsPassed(fault)}.${aimOf(fault, 'The aim')}${cue}`
}

function cameBackLine(fault: Progress['cameBack'][number]): string {
  return `“${fault.name}” came back on ${longDay(fault.on)}.`
}

function gateLine({ name, on }: Progress['gatesOpened'][number]): string {
  return `${name}: ready since ${longDay(on)}, seen in lesson after lesson.`
}

function keptLine(kept: number | null): string {
  if (kept === null)
    return 'Nothing was ticked at home, so this letter says nothing about practice.'
  return `${percent(kept)} of the minutes asked for were ticked. Not every minute is ticked, and short and often is what counts.`
}

const HELP = {
  child:
    'You help most by sitting by for a few minutes, asking for the word instead of correcting, and saying what you like to hear.',
  adult:
    'What helps most at home: the word before the first note, a few good tries, and stopping while they are good.',
}

/** The letter as it is set: kind, plain, one page or two; what was mended comes before what was not. */
export function letterContent(paper: ProgressOnPaper): readonly Content[] {
  const { progress, name, ageBand } = paper
  const first = name.split(' ')[0] ?? name
  const adult = ageBand === 'adult'
  return [
    { text: `Progress of ${name}`, style: 'title' },
    {
      text: `${paper.instrument}, ${longDay(progress.from)} to ${longDay(progress.to)}`,
      style: 'quiet',
      margin: [0, 0, 0, 8],
    },
    { text: adult ? `Dear ${first},` : `Dear family of ${first},`, margin: [0, 0, 0, 4] },
    {
      text: `In this time there ${progress.lessons === 1 ? 'was' : 'were'} ${count(progress.lessons, 'lesson')}. Here is what they brought.`,
    },
    ...part('What works', progress.strengths),
    ...part(
      'What is mended',
      progress.mended.map(mendedLine),
      'It now stays away by itself, in music, without a reminder. I look again now and then.',
    ),
    ...part(
      'What is healing',
      progress.healing.map((f) => healingLine(f, first)),
    ),
    ...part(
      'What came back',
      progress.cameBack.map(cameBackLine),
      'That is usual after a growth spurt or a holiday; the second way is shorter than the first.',
    ),
    ...part('What opened', progress.gatesOpened.map(gateLine)),
    ...part('What comes next', [
      ...progress.next.map((f) => `“${f.name}”.${aimOf(f, 'The aim')}`),
      ...progress.gatesNext.map(
        (g) =>
          `${g.name}, when these are there most of the time: ${g.needs.map((n) => small(n.need.text)).join(', ')}.`,
      ),
    ]),
    { text: 'At home', style: 'heading' },
    { text: keptLine(progress.kept) },
    { text: adult ? HELP.adult : HELP.child, margin: [0, 2, 0, 8] },
    {
      text: 'If anything hurts, tingles or goes numb, playing stops at once; please tell me, and see a doctor if it stays.',
      style: 'quiet',
    },
  ]
}

export function progressLetter(paper: ProgressOnPaper): Promise<Buffer> {
  return pdfOf(`Progress of ${paper.name}`, [...letterContent(paper)])
}

const STATE_WORDS: Record<CaseState['status']['state'], string> = {
  open: 'open',
  healing: 'healing',
  resting: 'resting',
  mended: 'mended',
  relapsed: 'come back',
}

function faultRow(state: CaseState, record: StudentRecord, { from, to }: Progress): Content[] {
  const dateOf = new Map(record.lessons.map((l) => [l.id, l.date]))
  const looks = state.looks.filter((l) => {
    const day = dateOf.get(l.lesson)
    return day !== undefined && day >= from && day <= to
  })
  const clean = looks.reduce((n, l) => n + l.clean, 0)
  const tries = looks.reduce((n, l) => n + l.tries, 0)
  const settled = dateOf.get(state.settledOn)
  return [
    { text: settable(state.name) },
    { text: settled ? longDay(settled) : '' },
    { text: STATE_WORDS[state.status.state] },
    { text: tries === 0 ? 'not looked at' : `${clean} of ${tries}` },
    { text: String(state.rungsPassed) },
    { text: percent(state.belief) },
  ]
}

function table(heads: readonly string[], rows: readonly Content[][], widths: string[]): Content {
  return {
    table: {
      headerRows: 1,
      widths,
      body: [heads.map((text): Content => ({ text, bold: true, fontSize: 9 })), ...rows],
    },
    layout: 'lightHorizontalLines',
    fontSize: 9,
  }
}

/** The teacher's own: every fault with its looks, every gate with its evidence. */
export function termReport(paper: ProgressOnPaper): Promise<Buffer> {
  const { progress, record, name } = paper
  const gates = progress.gatesOpened.map((g): Content[] => [
    { text: g.name },
    { text: longDay(g.on) },
    { text: g.needs.map((n) => `${small(n.need.text)} ${n.good} of ${n.seen}`).join('; ') },
  ])
  const overrules = record.cases.flatMap((c) =>
    c.overrules
      .filter((o) => o.on >= progress.from && o.on <= progress.to)
      .map((o): Content[] => [
        { text: longDay(o.on) },
        { text: settable(c.name) },
        { text: settable(o.reason) },
      ]),
  )
  return pdfOf(`Term report, ${name}`, [
    { text: `Term report, ${name}`, style: 'title' },
    {
      text: `${paper.instrument}, ${longDay(progress.from)} to ${longDay(progress.to)}, ${count(progress.lessons, 'lesson')}`,
      style: 'quiet',
      margin: [0, 0, 0, 6],
    },
    {
      text: `Mended ${progress.mended.length}, healing ${progress.healing.length}, come back ${progress.cameBack.length}, waiting ${progress.next.length}. Practice ticked: ${progress.kept === null ? 'not known' : percent(progress.kept)}.`,
    },
    { text: 'Faults', style: 'heading' },
    table(
      ['Fault', 'Settled', 'State', 'Clean looks', 'Rungs up', 'Sure it is mended'],
      record.cases.map((c) => faultRow(c, record, progress)),
      ['*', 'auto', 'auto', 'auto', 'auto', 'auto'],
    ),
    ...(gates.length === 0
      ? []
      : [
          { text: 'Gates opened', style: 'heading' } as Content,
          table(['Gate', 'On', 'Evidence: lessons in which it held'], gates, ['auto', 'auto', '*']),
        ]),
    ...(overrules.length === 0
      ? []
      : [
          { text: 'Decided against the first draft', style: 'heading' } as Content,
          table(['On', 'Fault', 'Reason'], overrules, ['auto', 'auto', '*']),
        ]),
  ])
}
