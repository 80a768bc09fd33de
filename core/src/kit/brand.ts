/** Gives a bare number or string a name the compiler can tell apart, so that units do not mix. */
declare const brand: unique symbol

/** A type that only its own kind fits, at no cost when it runs. */
export type Brand<T, Name extends string> = T & { readonly [brand]: Name }

/** Beats per minute. */
export type Bpm = Brand<number, 'Bpm'>

/** A calendar day, `YYYY-MM-DD`, with no time zone. */
export type IsoDate = Brand<string, 'IsoDate'>

/** An instant, ISO 8601 in UTC. */
export type IsoInstant = Brand<string, 'IsoInstant'>
