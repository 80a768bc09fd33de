/** Reads the shipped packs once, for every start of the built server to come. */
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { readOnce, readPackTexts } from '../packs'

const ROOT = join(import.meta.dirname, '../../..')
const texts = await readPackTexts(join(ROOT, 'packs'))
writeFileSync(join(ROOT, 'server/dist/packs.json'), JSON.stringify(readOnce(texts)))
