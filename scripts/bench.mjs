// npm run bench: prepares what it needs, then bench/main.ts.
import { spawn } from 'node:child_process'
import fs from 'node:fs'
import path from 'node:path'
import { postgresVersion } from './database.mjs'
import { buildApps, installDebian, installPackages, root } from './prepare.mjs'

const chromium = ['/usr/bin/chromium', '/usr/bin/chromium-headless-shell'].find((file) => fs.existsSync(file))
const missing = [...(postgresVersion() ? [] : ['postgresql']), ...(chromium ? [] : ['chromium'])]
if (missing.length > 0) installDebian(missing)
installPackages()
await buildApps()
const tsx = path.join(root, 'node_modules/.bin/tsx')
spawn(tsx, ['bench/main.ts', ...process.argv.slice(2)], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, CHROMIUM: chromium ?? '/usr/bin/chromium' },
}).on('exit', (code) => process.exit(code ?? 1))
