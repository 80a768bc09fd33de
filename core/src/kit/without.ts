/** The value without one of its fields. */
export function without<T extends object, K extends keyof T & string>(
  value: T,
  field: K,
): Omit<T, K> {
  return Object.fromEntries(Object.entries(value).filter(([k]) => k !== field)) as Omit<T, K>
}
