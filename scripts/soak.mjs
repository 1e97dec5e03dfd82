// npm run soak [-- --rounds 110 --minutes 10 --devices 25 --seed N]: prepares what it needs, then soak/main.ts.
// npm run soak -- --histories 2000: random histories of cards against an oracle instead (gateHistories.test.ts).
// npm run soak -- --drives 500: drives that are pulled, filled and written to by programs that are killed (soak/drives.ts).
// npm run soak -- --evenings 500: evenings of copies until so many kills of server processes (soak/evenings.ts).
// npm run soak -- --rounds 0 --minutes 0 --phones 200: only days that phones log (soak/phones.ts).
// npm run soak -- --laws 20: the laws of the core on so many other seeds; stops at the first that one is broken by.
import { spawn, spawnSync } from 'node:child_process'
import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { postgresVersion, startPostgres } from './database.mjs'
import { buildApps, installDebian, installPackages, root } from './prepare.mjs'

if (!postgresVersion()) installDebian(['postgresql'])
installPackages()
const vitest = path.join(root, 'node_modules/.bin/vitest')
const laws = process.argv.indexOf('--laws')
if (laws > 0) {
  for (let round = 0; round < Number(process.argv[laws + 1] ?? 20); round++) {
    const seed = String((Date.now() + round) % 1_000_000_000)
    console.log(`seed ${seed}`)
    const env = { ...process.env, LAW_SEED: seed }
    const code = spawnSync(vitest, ['run', '--project', 'pure', '--reporter=dot'], { cwd: root, stdio: 'inherit', env })
    if (code.status !== 0) process.exit(1)
  }
  process.exit(0)
}
await buildApps()
const asked = process.argv.indexOf('--histories')
if (asked > 0) {
  const scratch = fs.mkdtempSync(path.join(os.tmpdir(), 'kavrell-soak-'))
  fs.chmodSync(scratch, 0o755)
  const postgres = await startPostgres(path.join(scratch, 'postgres'), { throwAway: true })
  const env = {
    ...process.env,
    TEST_POSTGRES: postgres.url('postgres'),
    GATE_HISTORIES: process.argv[asked + 1] ?? '2000',
    GATE_SEED: String(Date.now() % 1_000_000_000),
  }
  const code = spawnSync(vitest, ['run', 'apps/server/src/gateHistories.test.ts'], { cwd: root, stdio: 'inherit', env })
  postgres.stop()
  fs.rmSync(scratch, { recursive: true, force: true })
  process.exit(code.status ?? 1)
}
const tsx = path.join(root, 'node_modules/.bin/tsx')
const ofDrives = process.argv.includes('--drives')
if (ofDrives && spawnSync('mkfs.exfat', ['-V']).error) installDebian(['exfat-fuse', 'exfatprogs'])
const main = ofDrives
  ? 'soak/drivesMain.ts'
  : process.argv.includes('--evenings')
    ? 'soak/eveningsMain.ts'
    : 'soak/main.ts'
spawn(tsx, [main, ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
}).on('exit', (code) => process.exit(code ?? 1))
