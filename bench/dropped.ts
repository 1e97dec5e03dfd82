import { spawnSync } from 'node:child_process'
import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises'
import os from 'node:os'
import path from 'node:path'
import { chromium, type Page } from '@playwright/test'
import type { World } from '../soak/world.ts'

export interface DroppedFigures {
  readonly gigabytes: number
  /** Median of the rounds' own ratios: what a busy machine gives changes between them. */
  readonly rate: number
  /** Of the same files in the same browser, medians: held against their list, and only read. */
  readonly checkMBs: number
  readonly readMBs: number
}

const FILES = 4
const ROUNDS = 9

/** A copy with its list, as `kavrell copy` leaves it. */
async function copyIn(scratch: string, gigabytes: number): Promise<string> {
  await mkdir(path.join(scratch, 'card'))
  const piece = Buffer.alloc(64 << 20)
  for (let i = 0; i < piece.length; i += 8) piece.writeUInt32LE((i * 2654435761) >>> 0, i)
  for (let f = 0; f < FILES; f++)
    for (let done = 0; done < (gigabytes * 1e9) / FILES; done += piece.length)
      await writeFile(path.join(scratch, 'card', `clip${f}.mov`), piece, { flag: 'a' })
  await mkdir(path.join(scratch, 'S1'))
  const { status, stderr } = spawnSync(process.execPath, [path.resolve('apps/cli/dist/main.js'), 'copy', 'card', '--to', 'S1'], { cwd: scratch, encoding: 'utf8' }) // prettier-ignore
  if (status !== 0) throw new Error(`kavrell copy: ${stderr}`)
  return path.join(scratch, 'S1', 'card')
}

/** Seconds from the files being chosen to the answer. */
async function check(page: Page, folder: string): Promise<number> {
  const input = page.locator('input[type=file][webkitdirectory]')
  await page.evaluate(() => {
    const timed = globalThis as unknown as { chosenAt: number; answeredAt: number }
    timed.answeredAt = 0
    document.addEventListener('input', () => (timed.chosenAt = performance.now()), { capture: true, once: true })
    const watch = new MutationObserver(() => {
      if (!document.querySelector('[data-checked]')) return
      timed.answeredAt = performance.now()
      watch.disconnect()
    })
    // What was answered last goes as soon as the next is begun.
    setTimeout(() => watch.observe(document.body, { childList: true, subtree: true }), 0)
  })
  await input.setInputFiles(folder)
  await page.waitForFunction(() => (globalThis as unknown as { answeredAt: number }).answeredAt > 0, null, {
    polling: 100,
    timeout: 300_000,
  })
  const answer = await page.locator('[data-checked]').first().innerText()
  if (!answer.includes('as listed, and none is missing')) throw new Error(`The folder was not found as listed: ${answer}`) // prettier-ignore
  return page.evaluate(() => {
    const { chosenAt, answeredAt } = globalThis as unknown as { chosenAt: number; answeredAt: number }
    return (answeredAt - chosenAt) / 1000
  })
}

/** The same files read by as many workers as quickly as the browser reads them, and nothing done with them. */
const READER = `
  onmessage = async ({ data }) => {
    for (const file of data) {
      const reader = file.stream().getReader({ mode: 'byob' })
      for (let buffer = new ArrayBuffer(4 << 20), read; !(read = await reader.read(new Uint8Array(buffer))).done; buffer = read.value.buffer);
    }
    postMessage('read')
  }`

async function readAlone(page: Page, folder: string): Promise<number> {
  await page.bringToFront()
  await page.setContent('<input type=file webkitdirectory>')
  await page.locator('input').setInputFiles(folder)
  return page.evaluate(async (source) => {
    const files = [...document.querySelector('input')!.files!].sort((a, b) => (a.name < b.name ? -1 : 1))
    const address = URL.createObjectURL(new Blob([source], { type: 'text/javascript' }))
    const from = performance.now()
    await Promise.all(
      [0, 1].map(
        (lane) =>
          new Promise((resolve, reject) => {
            const worker = new Worker(address)
            worker.onmessage = resolve
            worker.onerror = reject
            worker.postMessage(files.filter((_, i) => i % 2 === lane))
          }),
      ),
    )
    return (performance.now() - from) / 1000
  }, READER)
}

const median = (values: readonly number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

/** A copied folder held against its list on the Offload screen, and how quickly the browser reads it at all. */
export async function measureDropped(world: World, gigabytes: number): Promise<DroppedFigures> {
  const scratch = await mkdtemp(path.join(os.tmpdir(), 'kavrell-dropped-'))
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking', '--disable-dev-shm-usage'], // prettier-ignore
  })
  try {
    const folder = await copyIn(scratch, gigabytes)
    const context = await browser.newContext({ serviceWorkers: 'block' })
    await context.addInitScript('globalThis.__name = (f) => f')
    const [name, value] = world.cookie().split('=') as [string, string]
    const address = world.servers[0]!.address()
    await context.addCookies([{ name, value, url: address }])
    const page = await context.newPage()
    const plain = await context.newPage()
    const megabytes = (FILES * Math.ceil((gigabytes * 1e9) / FILES / (64 << 20)) * (64 << 20)) / 1e6
    const seconds = { check: [] as number[], read: [] as number[] }
    // Once before it counts: then both read the same from the same.
    await readAlone(plain, folder)
    for (let round = 0; round < ROUNDS; round++) {
      // A page in the background draws nothing and is waited for in vain.
      await page.bringToFront()
      await page.goto(`${address}/p/${world.productionId}/offload`)
      await page.getByRole('button', { name: 'Choose a folder' }).hover()
      await page.waitForTimeout(500)
      seconds.check.push(await check(page, folder))
      seconds.read.push(await readAlone(plain, folder))
    }
    return {
      gigabytes: megabytes / 1000,
      rate: median(seconds.read.map((read, round) => read / seconds.check[round]!)),
      checkMBs: megabytes / median(seconds.check),
      readMBs: megabytes / median(seconds.read),
    }
  } finally {
    await browser.close()
    await rm(scratch, { recursive: true, force: true })
  }
}
