/** Of the declarations of a file, one in so many is broken: a sample that is the same at every run. */
import { createHash } from 'node:crypto'
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin'

const every = Number(process.env.MUTATE_ONE_IN ?? 1)

class OneIn {
  shouldIgnore(path) {
    if (every <= 1 || !path.parentPath?.isProgram()) return undefined
    const name = createHash('sha256').update(path.toString()).digest()
    return name.readUInt32BE(0) % every === 0 ? undefined : 'not in this sample'
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Ignore, 'one-in', OneIn)]
