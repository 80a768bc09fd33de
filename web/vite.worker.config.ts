/** The service worker is one file at the root, so that it may stand before every address. */
import { readdirSync } from 'node:fs'
import { defineConfig } from 'vite'

export default defineConfig({
  define: {
    'process.env.NODE_ENV': JSON.stringify('production'),
    BUILT_FILES: JSON.stringify(readdirSync('dist/assets').map((name) => `/assets/${name}`)),
  },
  publicDir: false,
  build: {
    target: 'es2022',
    emptyOutDir: false,
    rolldownOptions: {
      input: 'src/serviceWorker.ts',
      output: { format: 'es', entryFileNames: 'serviceWorker.js' },
    },
  },
})
