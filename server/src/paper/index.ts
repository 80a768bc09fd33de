/** What is printed: sheets of the ladder and the week, letters and reports, as PDF. */
export { ladderPaper } from './ladderPaper'
export type { PaperRung } from './ladderPaper'
export { progressLetter, termReport } from './progressPaper'
export type { ProgressOnPaper } from './progressPaper'
export { weekPaper } from './weekPaper'
