/** Ends an exhaustive switch: a case that was forgotten is a compile error here. */
export function assertNever(value: never): never {
  throw new TypeError(`unhandled case: ${JSON.stringify(value)}`)
}
