import react from '@vitejs/plugin-react'
import tailwindcss from '@tailwindcss/vite'
import { compression } from 'vite-plugin-compression2'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // Once, at the build, as small as it goes; the server sends what fits the browser.
    compression({ algorithms: ['gzip', 'brotliCompress'], threshold: 1024 }),
  ],
  server: {
    proxy: { '/api': { target: 'http://127.0.0.1:8480', ws: true } },
  },
  test: {
    environment: 'jsdom',
    globals: true,
    setupFiles: './src/test-setup.ts',
    testTimeout: 20_000,
  },
})
