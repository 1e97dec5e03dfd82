#!/usr/bin/env node
import { existsSync } from 'node:fs'

const built = new URL('../dist/main.js', import.meta.url)
if (!existsSync(built)) {
  console.error('kavrell is not built yet. Run npm start or npm run build once.')
  process.exit(2)
}
await import(built.href)
