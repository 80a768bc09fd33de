/** The server as plain JavaScript: it starts in half the time it takes to compile it anew. */
import { readdirSync } from 'node:fs'
import { join } from 'node:path'
import { defineConfig } from 'vite'

const THREADS = readdirSync(join(import.meta.dirname, 'src/threads'))
  .filter((file) => file.endsWith('.thread.ts'))
  .map((file) => file.slice(0, -'.ts'.length))

export default defineConfig({
  ssr: { noExternal: [/^@vein-mend\//] },
  build: {
    ssr: true,
    target: 'node20',
    minify: false,
    rolldownOptions: {
      input: {
        main: 'src/main.ts',
        studioServer: 'src/studioServer.ts',
        ...Object.fromEntries(THREADS.map((name) => [name, `src/threads/${name}.ts`])),
      },
      output: { entryFileNames: '[name].js', chunkFileNames: '[name].js' },
    },
  },
})
