// npm start: installs what is missing, starts the private database, builds if needed, serves, prints one line.
import { spawn } from 'node:child_process'
import path from 'node:path'
import { postgresVersion, startPostgres } from './database.mjs'
import { buildApps, installDebian, installFonts, installPackages, root, Stop } from './prepare.mjs'

const data = path.join(root, '.data')

async function main() {
  let postgres = null
  let databaseUrl = process.env.DATABASE_URL
  let ownerUrl = process.env.DATABASE_OWNER_URL ?? ''
  if (!databaseUrl) {
    if (!postgresVersion()) installDebian(['postgresql'])
    postgres = await startPostgres(path.join(data, 'postgres'))
    postgres.createDatabase('kavrell')
    ownerUrl = postgres.url('kavrell')
    databaseUrl = postgres.serverUrl('kavrell')
  }
  installFonts()
  installPackages()
  await buildApps()
  const server = spawn(
    process.execPath,
    ['--enable-source-maps', path.join(root, 'apps/server/dist/main.js'), ...process.argv.slice(2)],
    {
      cwd: root,
      stdio: 'inherit',
      env: {
        ...process.env,
        DATABASE_URL: databaseUrl,
        DATABASE_OWNER_URL: ownerUrl || databaseUrl,
        KAVRELL_MEDIA: process.env.KAVRELL_MEDIA ?? path.join(data, 'media'),
        KAVRELL_UPLOADS: process.env.KAVRELL_UPLOADS ?? path.join(data, 'uploads'),
        KAVRELL_WEB: path.join(root, 'apps/web/dist'),
      },
    },
  )
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
  server.on('exit', (code, signal) => {
    postgres?.stop()
    process.exit(code ?? (signal ? 1 : 0))
  })
}

main().catch((error) => {
  console.error(error instanceof Stop ? error.message : error)
  process.exit(1)
})
