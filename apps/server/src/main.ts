import QRCode from 'qrcode'
import { archiveDemo, hasProductions, loadDemo } from './demo/loadDemo.ts'
import { NotOpened, type Running, start } from './start.ts'

const need = (name: string): string => {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is not set. Start with npm start.`)
  return value
}

const mediaRoot = need('KAVRELL_MEDIA')

async function open(): Promise<Running> {
  try {
    return await start({
      databaseUrl: need('DATABASE_URL'),
      ownerUrl: process.env.DATABASE_OWNER_URL,
      port: Number(process.env.PORT ?? 4180),
      mediaRoot,
      uploads: process.env.KAVRELL_UPLOADS,
      webFolder: process.env.KAVRELL_WEB ?? null,
      host: process.env.HOST,
      mail: process.env.SMTP ? { server: process.env.SMTP, from: need('MAIL_FROM') } : undefined,
    })
  } catch (error) {
    if (!(error instanceof NotOpened)) throw error
    console.error(error.message)
    process.exit(1)
  }
}
const running = await open()

if (process.argv.includes('--reset-demo')) await archiveDemo(running.services, mediaRoot)
const empty = process.argv.includes('--empty')
if (!empty && (process.argv.includes('--reset-demo') || !(await hasProductions(running.services))))
  await loadDemo(running.services, mediaRoot)

console.log(`Kavrell is at ${running.networkAddress ?? running.address}`)
if (running.networkAddress) {
  console.log('Open to this network. People join by a link from Crew; this code leads to the entrance.')
  console.log(await QRCode.toString(running.networkAddress, { type: 'terminal', small: true }))
}

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    running.stop().then(
      () => process.exit(0),
      (error: unknown) => {
        console.error(error)
        process.exit(1)
      },
    )
  })
