/** Writes the schema of the handover file from the acts themselves: npm run schema */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { handoverSchema } from '@vein-mend/contract'
import { format } from 'prettier'

const FILE = join(import.meta.dirname, '../../../contract/src/handover.schema.json')

writeFileSync(
  FILE,
  await format(JSON.stringify(handoverSchema()), { parser: 'json', printWidth: 100 }),
)
