import { chromium, type Browser, type Page } from '@playwright/test'
import sharp from 'sharp'
import { create, type World } from '../soak/world.ts'

export interface PrepFigures {
  readonly twentyShotsS: number
  readonly clicks: number
  readonly searchMs: number
  readonly paletteMs: number
  readonly longestBlockMs: number
}

/** A quick but human typist: 55 words a minute. */
const KEY_MS = 220

const LINES = [
  'Bo and Cy, master full 35 T2.8 S 30m must',
  'Bo and Cy, two-shot medium 50 T2.8 S 20m',
  'Bo over Cy medium close 50 left E 20m',
  'Cy over Bo medium close 50 right W 20m',
  'Bo close 85 T2 left E 15m must',
  'Cy close 85 T2 right W 15m must pairs 1E',
  'Bo hands 100 60cm 10m',
  'Cy hands 100 60cm 10m pairs 1G',
  'Bo enters full 28 gimbal 15m',
  'Cy waits medium 50 handheld 12m',
  'the door 35 3m 8m',
  'the window, rain 50 2m 8m',
  'Bo listens medium close 85 E 12m',
  'Cy listens medium close 85 W 12m',
  'the cup 100 50cm slow 100fps 15m',
  'Bo leaves full 35 handheld 12m',
  'Cy alone wide 24 S 15m must',
  'Cy close 85 T2 10m',
  'the empty chair 50 2.5m 8m',
  'room tone quiet 24 4m 5m',
]
const CODES = [...'ABCDEFGHJKLMNPQRSTUV'].map((letter) => `1${letter}`)

const openPage = async (browser: Browser, world: World): Promise<Page> => {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  const [name, value] = world.cookie().split('=') as [string, string]
  await context.addCookies([{ name, value, url: world.servers[0]!.address() }])
  const page = await context.newPage()
  await page.addInitScript('globalThis.__name = (f) => f')
  return page
}

/** Twenty shots of a scene for two typed at human speed into an empty production; every click is counted. */
async function twentyShots(page: Page, world: World): Promise<{ seconds: number; clicks: number }> {
  const address = world.servers[0]!.address()
  await page.goto(`${address}/p/${world.productionId}/shots`)
  await page.getByLabel('Type a shot').waitFor()
  const from = performance.now()
  await page.getByLabel('Type a shot').click()
  for (const [i, line] of LINES.entries()) {
    await page.keyboard.type(`${CODES[i]} ${line}`, { delay: KEY_MS })
    await page.keyboard.press('Enter')
  }
  await page.getByRole('row').filter({ hasText: 'room tone' }).waitFor()
  return { seconds: (performance.now() - from) / 1000, clicks: 1 }
}

/** From a key in the field to the frame in which the list shows only what was found; the worst of five. */
async function search(page: Page): Promise<number> {
  const times: number[] = []
  for (const word of ['number 7', 'number 71', 'number 3', 'number 33', 'number 1']) {
    const field = page.getByLabel('Find shots')
    await field.fill(word.slice(0, -1))
    await page.waitForTimeout(400)
    await field.focus()
    times.push(
      await page.evaluate(
        (last) =>
          new Promise<number>((resolve) => {
            const input = document.activeElement as HTMLInputElement
            const status = () => document.querySelector('main [role=status]')?.textContent ?? ''
            const was = status()
            const from = performance.now()
            const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!
            set.call(input, input.value + last)
            input.dispatchEvent(new Event('input', { bubbles: true }))
            const look = () => {
              if (status() !== was || performance.now() - from > 2000) resolve(performance.now() - from)
              else requestAnimationFrame(look)
            }
            requestAnimationFrame(look)
          }),
        word.slice(-1),
      ),
    )
    await field.fill('')
  }
  return Math.max(...times)
}

/** A picture of twelve megapixels: from its drop to its palette, and the longest that the page was held up. */
async function palette(page: Page, world: World): Promise<{ ms: number; blockMs: number }> {
  const noise = Buffer.alloc(4000 * 3000 * 3)
  for (let i = 0; i < noise.length; i++) noise[i] = (Math.floor(i / 9000) * 40 + ((i * 2654435761) >>> 27)) & 255
  const buffer = await sharp(noise, { raw: { width: 4000, height: 3000, channels: 3 } })
    .jpeg({ quality: 90 })
    .toBuffer()
  await page.goto(`${world.servers[0]!.address()}/p/${world.productionId}/brief?view=look`)
  await page.getByRole('heading', { name: 'References' }).waitFor()
  await page.waitForTimeout(1500)
  return page.evaluate(async (base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))
    let blockMs = 0
    // Making the file here takes a while itself; what counts begins after.
    const file = new File([bytes], 'twelve.jpg', { type: 'image/jpeg' })
    await new Promise((resolve) => setTimeout(resolve, 500))
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) blockMs = Math.max(blockMs, entry.duration)
    }).observe({ type: 'longtask' })
    const input = document.querySelector<HTMLInputElement>('section input[type=file]')!
    const files = new DataTransfer()
    files.items.add(file)
    input.files = files.files
    const from = performance.now()
    input.dispatchEvent(new Event('change', { bubbles: true }))
    while (!document.querySelector('[data-reference="twelve"]') && performance.now() - from < 20_000)
      await new Promise((resolve) => setTimeout(resolve, 10))
    return { ms: performance.now() - from, blockMs }
  }, buffer.toString('base64'))
}

/** What a newcomer at the shot list and the brief meets. `small` has two people and nothing else. */
export async function measurePrep(small: World, large: World): Promise<PrepFigures> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
  })
  try {
    const page = await openPage(browser, large)
    await page.goto(`${large.servers[0]!.address()}/p/${large.productionId}/shots`)
    await page.getByLabel('Find shots').waitFor()
    await page.waitForTimeout(4000)
    const searchMs = await search(page)
    const { ms: paletteMs, blockMs: longestBlockMs } = await palette(page, large)
    const people = ['Bo Lark', 'Cy Moss'].map((name) => create('person', { name, needed: 'by-shots' }))
    await small.ask(small.servers[0]!, `/productions/${small.productionId}/edits`, {
      id: crypto.randomUUID(),
      label: 'People',
      changes: people,
    })
    const other = await openPage(browser, small)
    const { seconds, clicks } = await twentyShots(other, small)
    return { twentyShotsS: seconds, clicks, searchMs, paletteMs, longestBlockMs }
  } finally {
    await browser.close()
  }
}
