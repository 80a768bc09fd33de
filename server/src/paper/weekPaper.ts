/** The week at home on one page: the days, then each rung with its notes and the cue. */
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import type { Exercise } from '@vein-mend/core/music'
import type { AgeBand } from '@vein-mend/core/packs'
import type { PracticeItem, WeekPlan } from '@vein-mend/core/practice'
import type { CanvasRect, Content } from 'pdfmake/interfaces'
import { PRINT_WIDTH, settable } from './onPaper'
import { pdfOf } from './pdf'
import { sayPassRule } from './ladderPaper'

export interface WeekOnPaper {
  readonly name: string
  readonly ageBand: AgeBand
  readonly monday: IsoDate
  readonly plan: WeekPlan
  /** Each item that has a place, with the cue in the student's words and the engraved notes. */
  readonly items: readonly {
    readonly item: PracticeItem
    readonly cue: string | null
    readonly svg: string | null
    readonly exercise: Exercise | null
  }[]
  readonly resting: readonly string[]
}

const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

/** A child is told what to do; an adult also why it is dosed so. */
function isChild(age: AgeBand): boolean {
  return age === 'child'
}

const LONG_DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: 'UTC' })

const CAUTION = {
  child: 'If anything hurts, tingles or goes to sleep: stop. Tell a grown-up and your teacher.',
  adult:
    'If anything hurts, tingles or goes numb: stop, do not play through it, and tell your teacher. If it stays, see a doctor.',
}

/** A box to tick, points; large enough for a crayon's cross and a pencil's tick. */
const tickBox = (): CanvasRect => ({
  type: 'rect',
  x: 0,
  y: 1,
  w: 8,
  h: 8,
  lineWidth: 0.7,
  lineColor: '#23202A',
})

function dayColumn(week: WeekOnPaper, d: number): Content {
  const day = week.plan.days[d]
  const blocks = day?.blocks ?? []
  return {
    stack: [
      { text: `${DAY_NAMES[d]} ${Number(addDays(week.monday, d).slice(8))}`, bold: true },
      ...(blocks.length === 0
        ? [{ text: 'rest', style: 'quiet' } as Content]
        : blocks.map(({ item }): Content => ({
            columns: [
              { canvas: [tickBox()], width: 11 },
              { text: `${settable(item.name)}, ${item.minutes}\u00a0min`, fontSize: 8 },
            ],
            margin: [0, 3, 0, 0],
          }))),
    ],
  }
}

function itemContent(week: WeekOnPaper, entry: WeekOnPaper['items'][number]): Content {
  const { item, cue, svg } = entry
  const { rung } = item
  if (!rung) {
    return {
      unbreakable: true,
      stack: [
        { text: settable(item.name), style: 'heading' },
        { text: settable(item.instruction ?? '') },
      ],
    }
  }
  const child = isChild(week.ageBand)
  const dose = [
    `${rung.dose.times} times`,
    ...(rung.dose.tempo ? [rung.dose.tempo] : []),
    ...(child ? [] : [`about ${rung.dose.minutes} min`]),
  ]
  const ready = child
    ? `You may go on when you get ${sayPassRule(rung.pass)}.`
    : `The next step follows ${sayPassRule(rung.pass)}; stop there, tired tries teach the fault.`
  return {
    unbreakable: true,
    stack: [
      { text: settable(rung.name), style: 'heading' },
      { text: settable(rung.instruction) },
      { text: `${dose.join(' · ')}. ${ready}`, style: 'quiet' },
      ...(cue === null ? [] : [{ text: `\u201c${settable(cue)}\u201d`, style: 'cue' } as Content]),
      ...(svg === null ? [] : [{ svg, fit: [PRINT_WIDTH, 70], margin: [0, 3, 0, 0] } as Content]),
    ],
  }
}

export function weekPaper(week: WeekOnPaper): Promise<Buffer> {
  const caution = isChild(week.ageBand) ? CAUTION.child : CAUTION.adult
  const seven = DAY_NAMES.map((_, d) => d)
  return pdfOf(`Practice for ${week.name}`, [
    { text: `Practice for ${week.name}`, style: 'title' },
    {
      text: `Week from ${LONG_DAY.format(new Date(`${week.monday}T00:00:00Z`))}`,
      style: 'quiet',
      margin: [0, 0, 0, 6],
    },
    {
      table: {
        widths: seven.map(() => '*'),
        body: [seven.map((d) => dayColumn(week, d))],
      },
      layout: 'thinLines',
    },
    ...week.resting.map((name): Content => ({
      text: `\u201c${settable(name)}\u201d rests until the pain has been looked at.`,
      bold: true,
      margin: [0, 6, 0, 0],
    })),
    ...week.items.map((entry) => itemContent(week, entry)),
    { text: caution, bold: true, margin: [0, 10, 0, 0] },
  ])
}
