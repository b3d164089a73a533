import { createHash } from 'node:crypto'
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

/** Tells the service worker which files it keeps; those in assets have their hash in the name. */
const keptOffline: Plugin = {
  name: 'kept-offline',
  apply: 'build',
  closeBundle() {
    const dist = join(import.meta.dirname, outDir)
    const revision = (name: string) =>
      createHash('sha256')
        .update(readFileSync(join(dist, name)))
        .digest('hex')
    const files = [
      ...['index.html', 'icon.svg'].map((name) => ({ url: '/' + name, revision: revision(name) })),
      ...readdirSync(join(dist, 'assets'))
        .filter((name) => !name.endsWith('.gz'))
        .map((name) => ({ url: '/assets/' + name, revision: null })),
    ]
    const worker = join(dist, 'sw.js')
    writeFileSync(worker, `self.__FILES=${JSON.stringify(files)};\n${readFileSync(worker, 'utf8')}`)
  },
}

export default defineConfig({
  plugins: [react(), tailwindcss(), zipped, keptOffline],
  build: {
    outDir,
    emptyOutDir: true,
    manifest: true,
    rollupOptions: {
      // the screens, and what keeps them on the device
      input: { index: 'index.html', sw: 'src/offline/sw.ts' },
      output: { entryFileNames: (chunk) => (chunk.name === 'sw' ? 'sw.js' : 'assets/[name]-[hash].js') },
    },
    assetsInlineLimit: 0, // the page's policy takes no data: fonts
    chunkSizeWarningLimit: 700,
  },
  server: { proxy: { '/api': 'http://127.0.0.1:8470' } },
})
