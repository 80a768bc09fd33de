/** Words with one letter wrong. */

/** Letters from which on one may be wrong. */
const MISSPELT_FROM = 5

/** Whether two words differ by one letter wrong, missing, added or exchanged with its neighbour. */
export function isMisspelt(a: string, b: string): boolean {
  if (Math.min(a.length, b.length) < MISSPELT_FROM || Math.abs(a.length - b.length) > 1)
    return false
  let from = 0
  while (from < a.length && from < b.length && a[from] === b[from]) from += 1
  let left = a.length
  let right = b.length
  while (left > from && right > from && a[left - 1] === b[right - 1]) {
    left -= 1
    right -= 1
  }
  const [one, other] = [left - from, right - from]
  if (one <= 1 && other <= 1) return true
  return one === 2 && other === 2 && a[from] === b[from + 1] && a[from + 1] === b[from]
}
