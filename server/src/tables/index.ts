/** The record and the week as files for tables and calendars: CSV and iCalendar. */
export { actsTable, recordTable } from './recordTables'
export { weekCalendar, weekTable } from './weekFiles'
