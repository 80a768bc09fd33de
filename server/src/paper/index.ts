/** What is printed: sheets of the ladder and the week, letters and reports, as PDF. */
export { ladderPaper, rungContent, sayPassRule } from './ladderPaper'
export type { PaperRung } from './ladderPaper'
export { pdfOf, PRINT_WIDTH, settable } from './pdf'
export { progressLetter, termReport } from './progressPaper'
export type { ProgressOnPaper } from './progressPaper'
export { weekPaper } from './weekPaper'
export type { WeekOnPaper } from './weekPaper'
