// What must be there before Kavrell can run: Debian's packages, npm's packages, the built app.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import fs from 'node:fs'
import path from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..')
const state = path.join(root, '.data', 'state')

export class Stop extends Error {}

const run = (command, args, options = {}) =>
  spawnSync(command, args, { cwd: root, encoding: 'utf8', stdio: ['ignore', 'pipe', 'pipe'], ...options })

/** Debian's open font for Chinese, Japanese and Korean, for names on paper. */
const CJK_FONT = '/usr/share/fonts/opentype/noto/NotoSansCJK-Bold.ttc'
export const missingFonts = () => (fs.existsSync(CJK_FONT) ? [] : ['fonts-noto-cjk'])

/** Installs the fonts, if this user may: without them papers in those scripts have boxes, and all else is as ever. */
export function installFonts() {
  const fonts = missingFonts()
  if (fonts.length === 0) return
  try {
    installDebian(fonts)
  } catch (error) {
    if (!(error instanceof Stop)) throw error
    console.error(`Chinese, Japanese and Korean names will be boxes on paper. ${error.message}`)
  }
}

/** Installs Debian packages, or says which to ask for. */
export function installDebian(packages) {
  if (process.getuid() !== 0)
    throw new Stop(
      `Missing on this machine: ${packages.join(', ')}. Ask someone who may install for:\n  apt-get install -y ${packages.join(' ')}`,
    )
  console.error(`Installing ${packages.join(', ')} …`)
  // Debian would start a cluster of its own; Kavrell starts a private one.
  if (packages.includes('postgresql') && !fs.existsSync('/etc/postgresql-common/createcluster.conf')) {
    fs.mkdirSync('/etc/postgresql-common', { recursive: true })
    fs.writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n')
  }
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' }
  run('apt-get', ['update'], { env })
  const done = run(
    'apt-get',
    ['install', '-y', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages],
    { env },
  )
  if (done.status !== 0) throw new Stop(`apt-get could not install ${packages.join(', ')}:\n${done.stderr}`)
}

const hashOf = (files) => {
  const hash = createHash('sha256')
  for (const file of files) hash.update(file).update(fs.readFileSync(path.join(root, file)))
  return hash.digest('hex')
}
const remembered = (name) => {
  try {
    return fs.readFileSync(path.join(state, name), 'utf8')
  } catch {
    return ''
  }
}
const remember = (name, value) => {
  fs.mkdirSync(state, { recursive: true })
  fs.writeFileSync(path.join(state, name), value)
}

/** Runs `npm ci` when the lock file is not the one that was installed. */
export function installPackages() {
  const wanted = hashOf(['package-lock.json'])
  if (fs.existsSync(path.join(root, 'node_modules/.bin/tsc')) && remembered('packages') === wanted) return
  console.error('Installing packages …')
  const done = run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'])
  if (done.status !== 0) throw new Stop(`npm ci failed:\n${done.stderr}`)
  remember('packages', wanted)
}

function sourceFiles(folder) {
  return fs.readdirSync(path.join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    if (['node_modules', 'dist', '.data', '.git'].includes(entry.name)) return []
    const file = path.join(folder, entry.name)
    return entry.isDirectory() ? sourceFiles(file) : [file]
  })
}

/** Builds server, command line and web app when any of their sources changed. */
export async function buildApps() {
  const sources = [
    ...['packages', 'apps', 'demo'].flatMap(sourceFiles).filter((f) => !/\.test\.tsx?$/.test(f)),
    'package-lock.json',
    'scripts/build.mjs',
  ].sort()
  const wanted = hashOf(sources)
  if (
    remembered('build') === wanted &&
    fs.existsSync(path.join(root, 'apps/web/dist/index.html')) &&
    fs.existsSync(path.join(root, 'apps/server/dist/main.js'))
  )
    return
  console.error('Building …')
  const { build } = await import('./build.mjs')
  await build()
  remember('build', wanted)
}
