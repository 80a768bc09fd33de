/** The practice sheet on paper: the week by exercise to be ticked, then each exercise with its words, cue and notes. */
import type { SheetEntry, SheetResponse } from '@vein-mend/contract'
import type { CanvasRect, Content, TableCell } from 'pdfmake/interfaces'
import { PRINT_WIDTH, settable } from './onPaper'
import { pdfOf } from './pdf'

/** Room for a box and two figures, points: what is left belongs to the names. */
const DAY_WIDTH = 36
const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']

const LONG_DAY = new Intl.DateTimeFormat('en-GB', { dateStyle: 'full', timeZone: 'UTC' })

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

/** A box and the minutes; nothing on a day without the exercise. */
function dayCell(minutes: number | null): TableCell {
  if (minutes === null) return ''
  return {
    columns: [
      { canvas: [tickBox()], width: 11 },
      { text: `${minutes}\u00a0min`, fontSize: 8 },
    ],
  }
}

/** The week by exercise: a row for each, to be ticked day by day, and what a day comes to. */
function weekTable({ entries }: SheetResponse): Content {
  const sums = DAY_NAMES.map((_, d) => entries.reduce((sum, e) => sum + (e.minutes[d] ?? 0), 0))
  const quiet = (text: string): TableCell => ({ text, style: 'quiet' })
  return {
    table: {
      headerRows: 1,
      widths: ['*', ...DAY_NAMES.map(() => DAY_WIDTH)],
      body: [
        ['', ...DAY_NAMES.map((text): TableCell => ({ text, bold: true }))],
        ...entries.map((entry, i): TableCell[] => [
          `${i + 1}. ${settable(entry.name)}`,
          ...entry.minutes.map(dayCell),
        ]),
        [quiet('in all'), ...sums.map((sum) => quiet(sum === 0 ? 'free' : `${sum}\u00a0min`))],
      ],
    },
    layout: 'lightHorizontalLines',
  }
}

function entryContent(
  { name, instruction, aim, lines, cue, svg }: SheetEntry,
  i: number,
): Content[] {
  if (instruction === null) return []
  return [
    {
      unbreakable: true,
      stack: [
        { text: `${i + 1}. ${settable(name)}`, style: 'heading' },
        { text: settable(instruction) },
        ...(aim === null ? [] : [{ text: `Listen and feel: ${settable(aim)}` }]),
        ...(lines === null
          ? []
          : [
              { text: settable(lines.how), style: 'quiet' },
              { text: settable(`${lines.dose}. ${lines.ready}`), style: 'quiet' },
            ]),
        ...(cue === null ? [] : [{ text: `\u201c${settable(cue)}\u201d`, style: 'cue' }]),
        ...(svg === null ? [] : [{ svg, width: PRINT_WIDTH, margin: [0, 3, 0, 0] } as Content]),
      ],
    },
  ]
}

export function weekPaper(sheet: SheetResponse): Promise<Buffer> {
  const { before, patience, caution, rest } = sheet.told
  return pdfOf(`Practice for ${sheet.name}`, [
    { text: `Practice for ${sheet.name}`, style: 'title' },
    {
      text: `From ${LONG_DAY.format(new Date(`${sheet.from}T00:00:00Z`))}, until the next sheet`,
      style: 'quiet',
      margin: [0, 0, 0, 6],
    },
    ...sheet.stops.map(({ words }): Content => ({
      text: `Stopped: ${settable(words)}. ${rest}`,
      bold: true,
      margin: [0, 0, 0, 6],
    })),
    ...sheet.resting.map((name): Content => ({
      text: `\u201c${settable(name)}\u201d rests until it has been looked at.`,
      bold: true,
      margin: [0, 0, 0, 6],
    })),
    ...(sheet.entries.length === 0 ? [] : [weekTable(sheet)]),
    {
      text: ['Before you play: ', ...before].map(settable).join(' '),
      margin: [0, 6, 0, 0],
    },
    { text: patience, style: 'quiet' },
    ...sheet.entries.flatMap(entryContent),
    { text: caution, bold: true, margin: [0, 10, 0, 0] },
  ])
}
