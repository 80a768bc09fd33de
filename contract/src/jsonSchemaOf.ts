/** Core's shapes as JSON Schema (draft 7), for other tools that read our files. */
import { PATTERNS, shapeOfField } from '@vein-mend/core/kit'
import type { Field, Form, Shape } from '@vein-mend/core/kit'

/** A day as it is written; whether the calendar has it is for who reads it. */
const A_DAY = '\\d{4}-\\d{2}-\\d{2}'

export type JsonSchema = Readonly<Record<string, unknown>>

function ofObject(fields: Readonly<Record<string, Field<unknown>>>): JsonSchema {
  const entries = Object.entries(fields)
  return {
    type: 'object',
    required: entries.flatMap(([key, field]) => ('read' in field ? [key] : [])),
    properties: Object.fromEntries(
      entries.map(([key, field]) => [key, jsonSchemaOf(shapeOfField(field))]),
    ),
  }
}

function ofNumber({ least, most, whole, above }: Form & { type: 'number' }): JsonSchema {
  return {
    type: whole ? 'integer' : 'number',
    ...(above ? { exclusiveMinimum: least } : { minimum: least }),
    maximum: most,
  }
}

/** The same values, as another program would check them. Blanks round a text are not looked at. */
export function jsonSchemaOf({ form }: Shape<unknown>): JsonSchema {
  switch (form.type) {
    case 'text':
      return { type: 'string', minLength: form.least, maxLength: form.most }
    case 'pattern':
      return { type: 'string', pattern: PATTERNS[form.pattern].pattern }
    case 'day':
      return { type: 'string', pattern: form.none ? `^(${A_DAY})?$` : `^${A_DAY}$` }
    case 'instant':
      return { type: 'string', pattern: '^\\d{4}-\\d{2}-\\d{2}T[0-9:.]+Z$' }
    case 'number':
      return ofNumber(form)
    case 'flag':
      return { type: 'boolean' }
    case 'one-of':
      return form.values.length === 1 ? { const: form.values[0] } : { enum: form.values }
    case 'list':
      return {
        type: 'array',
        items: jsonSchemaOf(form.of),
        minItems: form.least,
        maxItems: form.most,
      }
    case 'by-key':
      return {
        type: 'object',
        additionalProperties: jsonSchemaOf(form.of),
        maxProperties: form.most,
      }
    case 'object':
      return ofObject(form.fields)
    case 'nullable':
      return { anyOf: [{ type: 'null' }, jsonSchemaOf(form.of)] }
    case 'data':
      return { type: 'object' }
    case 'either':
      return { oneOf: Object.values(form.options).map(jsonSchemaOf) }
  }
}
