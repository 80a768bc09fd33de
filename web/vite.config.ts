import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [react(), tailwindcss()],
  server: {
    host: '127.0.0.1',
    port: 4271,
    proxy: { '/api': { target: 'http://127.0.0.1:4270', changeOrigin: true } },
  },
  build: { target: 'es2022', sourcemap: false },
  worker: { format: 'es' },
})
