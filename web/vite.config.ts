import { gzipSync } from 'node:zlib'
import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { defineConfig, type Plugin } from 'vite'

const outDir = '../internal/webui/dist'

/** The binary serves these beside the plain files; zipping once beats zipping at every request. */
const zipped: Plugin = {
  name: 'zipped',
  apply: 'build',
  closeBundle() {
    const assets = join(import.meta.dirname, outDir, 'assets')
    for (const name of readdirSync(assets).filter((n) => /\.(js|css)$/.test(n))) {
      writeFileSync(join(assets, name + '.gz'), gzipSync(readFileSync(join(assets, name)), { level: 9 }))
    }
    writeFileSync(join(import.meta.dirname, outDir, '.keep'), '')
  },
}

export default defineConfig({
  plugins: [react(), tailwindcss(), zipped],
  build: {
    outDir,
    emptyOutDir: true,
    manifest: true,
    rollupOptions: { input: ['index.html', 'care.html'] }, // the workshop's screens, and the buyer's page
    assetsInlineLimit: 0, // the page's policy takes no data: fonts
    chunkSizeWarningLimit: 700,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
})
