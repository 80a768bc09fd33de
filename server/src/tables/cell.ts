/**
 * Where a spreadsheet might begin a cell: at the start, and, where the country's list separator is not the comma,
 * after it. Common practice, no source.
 */
const FORMULA = /(^|[;|\t\r\n])(?=\s*[=+\-@])/g

/** Text as a cell that no spreadsheet runs. */
export function cell(text: string): string {
  return text.replace(FORMULA, "$1'")
}
