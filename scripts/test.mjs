// npm test: prepares a throw-away database and a browser, runs everything, counts, and leaves nothing running.
import { spawn } from 'node:child_process'
import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { postgresVersion, startPostgres } from './database.mjs'
import { buildApps, installDebian, installPackages, missingFonts, root, Stop } from './prepare.mjs'

const CHROMIUM = ['/usr/bin/chromium', '/usr/bin/chromium-headless-shell']
const totals = { passed: 0, failed: 0 }

/** Runs a program, showing what it prints; resolves to its exit code. */
const run = (command, args, env = {}) =>
  new Promise((resolve) => {
    const child = spawn(path.join(root, 'node_modules/.bin', command), args, {
      cwd: root,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    })
    child.on('exit', (code) => resolve(code ?? 1))
  })

/** A check whose words are kept together, so that several can run at once. */
const check = (name, command, args) =>
  new Promise((resolve) => {
    const child = spawn(path.join(root, 'node_modules', command), args, {
      cwd: root,
      stdio: ['ignore', 'pipe', 'pipe'],
    })
    let words = ''
    for (const out of [child.stdout, child.stderr]) out.on('data', (text) => (words += text))
    child.on('close', (code) => {
      console.log(`\n== ${name}${code === 0 ? '' : ' failed'}\n${words.trim()}`)
      totals[code === 0 ? 'passed' : 'failed']++
      resolve()
    })
  })

/** One check after another. */
const inTurn = async (checks) => {
  for (const given of checks) await check(...given)
}

async function counted(name, command, args, report, count, env) {
  console.log(`\n== ${name}`)
  const code = await run(command, args, env)
  let counts = { passed: 0, failed: 0 }
  try {
    counts = count(JSON.parse(fs.readFileSync(report, 'utf8')))
  } catch {
    console.log(`${name} left no report.`)
  }
  totals.passed += counts.passed
  // A runner that fails without a failed test has failed all the same; so has one that ran nothing.
  totals.failed += code !== 0 ? Math.max(1, counts.failed) : counts.failed + (counts.passed === 0 ? 1 : 0)
}

async function main() {
  const missing = [
    ...(postgresVersion() ? [] : ['postgresql']),
    ...(CHROMIUM.some((f) => fs.existsSync(f)) ? [] : ['chromium']),
    ...missingFonts(),
  ]
  if (missing.length > 0) installDebian(missing)
  installPackages()
  const scratch = fs.mkdtempSync(path.join(os.tmpdir(), 'kavrell-test-'))
  fs.chmodSync(scratch, 0o755)
  const postgres = await startPostgres(path.join(scratch, 'postgres'), { throwAway: true })
  try {
    const lint = ['.', '--cache', '--cache-location', '.data/cache/eslint']
    const layers = ['--config', '.dependency-cruiser.cjs', '--output-type', 'err', 'packages', 'apps', 'demo']
    // What only the types can lint takes as long as the others together.
    await Promise.all([
      check('lint', '.bin/eslint', lint),
      inTurn([
        ['types', 'typescript7/bin/tsc', ['-p', '.']],
        ['format', '.bin/prettier', ['--check', '--log-level', 'warn', '.']],
        ['layers', '.bin/depcruise', layers],
        ['unused', '.bin/knip', ['--no-progress', '--no-config-hints']],
      ]),
    ])
    await buildApps()
    const unit = path.join(scratch, 'unit.json')
    await counted(
      'unit and server',
      'vitest',
      ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${unit}`],
      unit,
      (r) => ({ passed: r.numPassedTests, failed: r.numFailedTests }),
      { TEST_POSTGRES: postgres.url('postgres'), TEST_BUNDLED: '1' },
    )
    if (fs.existsSync(path.join(root, 'playwright.config.ts'))) {
      const browser = path.join(scratch, 'browser.json')
      await counted(
        'browser',
        'playwright',
        ['test'],
        browser,
        (r) => ({ passed: r.stats.expected + r.stats.flaky, failed: r.stats.unexpected }),
        {
          TEST_POSTGRES: postgres.url('postgres'),
          PLAYWRIGHT_JSON_OUTPUT_NAME: browser,
          TEST_SCRATCH: scratch,
          CHROMIUM: CHROMIUM.find((f) => fs.existsSync(f)),
        },
      )
    }
  } finally {
    postgres.stop()
    fs.rmSync(scratch, { recursive: true, force: true })
  }
}

main().then(
  () => {
    console.log(`\n${totals.passed} passed, ${totals.failed} failed`)
    process.exit(totals.failed > 0 ? 1 : 0)
  },
  (error) => {
    console.error(error instanceof Stop ? error.message : error)
    console.log('\n0 passed, 1 failed')
    process.exit(1)
  },
)
