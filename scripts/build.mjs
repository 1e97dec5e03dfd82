import { execFileSync } from 'node:child_process'
import fs from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'
import zlib from 'node:zlib'

const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..')
/** Left out of the bundles: native code, or code that finds its own files. */
const EXTERNAL = [
  '@node-rs/argon2',
  '@node-rs/xxhash',
  'sharp',
  'pg',
  'pg-hstore',
  'pg-native',
  'sequelize',
  'umzug',
  'pdfmake',
  '@fontsource/*',
]

/** Bundles programs that run in Node. */
async function bundle(where) {
  const { build } = await import('esbuild')
  await build({
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: true,
    logLevel: 'warning',
    external: EXTERNAL,
    absWorkingDir: root,
    // Some bundled CommonJS packages still call require.
    banner: {
      js: "import { createRequire as __createRequire } from 'node:module'; const require = __createRequire(import.meta.url);",
    },
    ...where,
  })
}

const COPYING_THREAD = 'packages/copying/src/manyFiles.worker.ts'

/** Bundles the command line: into its own folder, or where a test wants it. */
export async function bundleCli(outfile = 'apps/cli/dist/main.js') {
  await bundle({ entryPoints: ['apps/cli/src/main.ts'], outfile })
  await bundle({ entryPoints: [COPYING_THREAD], entryNames: '[name]', outdir: path.dirname(outfile) })
}

/** Bundles server and command line with esbuild and the web app with Vite. */
export async function build() {
  await bundle({ entryPoints: ['apps/server/src/main.ts'], outfile: 'apps/server/dist/main.js' })
  await bundle({
    entryPoints: [
      ...['documents/papers', 'imports/fileReader', 'records/standing'].map(
        (name) => `apps/server/src/${name}.worker.ts`,
      ),
      COPYING_THREAD,
    ],
    entryNames: '[name]',
    outdir: 'apps/server/dist',
  })
  await bundleCli()
  execFileSync(path.join(root, 'node_modules/.bin/vite'), ['build', '--logLevel', 'warn'], {
    cwd: path.join(root, 'apps/web'),
    stdio: 'inherit',
  })
  compress(path.join(root, 'apps/web/dist'))
}

/** Writes a smaller copy beside each file of text, once for all who will ask for it. */
function compress(folder) {
  for (const entry of fs.readdirSync(folder, { recursive: true })) {
    const file = path.join(folder, entry)
    if (!/\.(js|css|html|svg|webmanifest)$/.test(file)) continue
    const bytes = fs.readFileSync(file)
    fs.writeFileSync(`${file}.br`, zlib.brotliCompressSync(bytes))
    fs.writeFileSync(`${file}.gz`, zlib.gzipSync(bytes, { level: 9 }))
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) await build()
