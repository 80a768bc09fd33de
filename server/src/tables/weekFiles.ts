/** The week at home as a calendar and as a table. */
import { homeInstruction } from '@vein-mend/core/practice'
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import type { WeekPlan } from '@vein-mend/core/practice'
import { createEvents } from 'ics'
import type { EventAttributes } from 'ics'
import Papa from 'papaparse'
import { cell } from './cell'

/** Practice begins after school; families move it in their own calendar. */
const STARTS = { hour: 16, minute: 0 } as const

function partsOf(day: IsoDate): [number, number, number] {
  const [year = 0, month = 0, date = 0] = day.split('-').map(Number)
  return [year, month, date]
}

/**
 * iCalendar (RFC 5545), one event for each block. The same block of the same week has the same UID, so that
 * a second import moves it instead of doubling it. Times float: they are local wherever they are read.
 * @throws Error when the calendar cannot be written
 */
export function weekCalendar(student: string, name: string, monday: IsoDate, plan: WeekPlan) {
  const events = plan.days.flatMap((day, d) => {
    let minute = 0
    return day.blocks.map(({ item, minutes }): EventAttributes => {
      const start = STARTS.hour * 60 + STARTS.minute + minute
      minute += minutes
      return {
        uid: `${student}-${monday}-${d}-${item.id}@vein-mend`,
        title: item.name,
        description: item.rung ? homeInstruction(item.rung) : '',
        start: [...partsOf(addDays(monday, d)), Math.floor(start / 60), start % 60],
        startInputType: 'local',
        startOutputType: 'local',
        duration: { minutes: Math.max(1, Math.round(minutes)) },
        calName: `Practice, ${name}`,
        productId: 'vein-mend',
      }
    })
  })
  const { error, value } = createEvents(events)
  if (error) throw error
  return value ?? ''
}

/** CSV (RFC 4180), one row for each block. */
export function weekTable(monday: IsoDate, plan: WeekPlan): string {
  return Papa.unparse(
    plan.days.flatMap((day, d) =>
      day.blocks.map(({ item, minutes }, i) => ({
        date: addDays(monday, d),
        order: i + 1,
        item: cell(item.name),
        minutes,
        times: item.rung?.dose.times ?? '',
        tempo: cell(item.rung?.dose.tempo ?? ''),
        instruction: cell(item.rung ? homeInstruction(item.rung) : ''),
      })),
    ),
  )
}
