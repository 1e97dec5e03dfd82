// npm run soak [-- --rounds 110 --minutes 10 --devices 25 --seed N]: prepares what it needs, then soak/main.ts.
import { spawn } from 'node:child_process'
import path from 'node:path'
import { postgresVersion } from './database.mjs'
import { buildApps, installDebian, installPackages, root } from './prepare.mjs'

if (!postgresVersion()) installDebian(['postgresql'])
installPackages()
await buildApps()
const tsx = path.join(root, 'node_modules/.bin/tsx')
spawn(tsx, ['soak/main.ts', ...process.argv.slice(2)], { cwd: root, stdio: 'inherit' }).on('exit', (code) =>
  process.exit(code ?? 1),
)
