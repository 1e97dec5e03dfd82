import { archiveDemo, hasProductions, loadDemo } from './demo/loadDemo.ts'
import { start } from './start.ts'

const need = (name: string): string => {
  const value = process.env[name]
  if (!value) throw new Error(`${name} is not set. Start with npm start.`)
  return value
}

const mediaRoot = need('KAVRELL_MEDIA')
const running = await start({
  databaseUrl: need('DATABASE_URL'),
  port: Number(process.env.PORT ?? 4180),
  mediaRoot,
  webFolder: process.env.KAVRELL_WEB ?? null,
})

if (process.argv.includes('--reset-demo')) await archiveDemo(running.services, mediaRoot)
const empty = process.argv.includes('--empty')
if (!empty && (process.argv.includes('--reset-demo') || !(await hasProductions(running.services))))
  await loadDemo(running.services, mediaRoot)

console.log(`Kavrell is at ${running.address}`)

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
