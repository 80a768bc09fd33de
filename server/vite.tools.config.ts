/** What measures, as plain JavaScript: compiled anew at each start, its hot loops are slower than those of the server. */
import { defineConfig } from 'vite'
import { plainJavaScript } from './vite.config'

export default defineConfig(
  plainJavaScript(
    {
      bench: '../e2e/bench/main.ts',
      layLargeStudio: '../e2e/bench/layLargeStudio.ts',
      writeUntilKilled: 'src/cli/writeUntilKilled.ts',
      backup: 'src/cli/backup.ts',
      cases: 'src/cli/cases.ts',
      packs: 'src/cli/packs.ts',
    },
    'dist/tools',
  ),
)
