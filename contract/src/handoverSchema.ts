/** The handover file as JSON Schema: written down from the acts themselves, so that none can be missing. */
import { ACT_KINDS, MODULES, handoverShape, stampShape } from '@vein-mend/core/record'
import type { ActKind } from '@vein-mend/core/record'
import { jsonSchemaOf } from './jsonSchemaOf'
import type { JsonSchema } from './jsonSchemaOf'

function ofKind(kind: ActKind): JsonSchema {
  return {
    title: kind,
    allOf: [{ $ref: '#/definitions/stamp' }, jsonSchemaOf(MODULES[kind].kept)],
    properties: {
      v: {
        const: MODULES[kind].version,
        description:
          'Version in which acts of this kind are written; absent in files that had one.',
      },
    },
  }
}

/** What a file written by this version looks like. */
export function handoverSchema(): JsonSchema {
  const outside = jsonSchemaOf(handoverShape)
  const properties = outside.properties as Record<string, JsonSchema>
  return {
    $schema: 'http://json-schema.org/draft-07/schema#',
    title: 'Vein Mend handover',
    description:
      "One student's whole history. The acts, played in order and without those that were undone, give the same states and the same seam; the packs are every version of the knowledge they were made with.",
    ...outside,
    properties: {
      ...properties,
      acts: { ...properties.acts, items: { $ref: '#/definitions/act' } },
    },
    definitions: {
      stamp: jsonSchemaOf(stampShape),
      act: { oneOf: ACT_KINDS.map((kind) => ({ $ref: `#/definitions/${kind}` })) },
      ...Object.fromEntries(ACT_KINDS.map((kind) => [kind, ofKind(kind)])),
    },
  }
}
