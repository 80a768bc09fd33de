/** A leading sign that a spreadsheet would take for a formula. */
const FORMULA = /^[=+\-@\t\r]/

/** Text as a cell that no spreadsheet runs. */
export function cell(text: string): string {
  return FORMULA.test(text) ? `'${text}` : text
}
