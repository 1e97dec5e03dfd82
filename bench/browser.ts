import { chromium, type Page } from '@playwright/test'
import type { World } from '../soak/world.ts'
import { SHOTS } from './largeProduction.ts'

export interface BrowserFigures {
  readonly usableMs: number
  readonly frameP95Ms: number
  readonly framesOver33Ms: number
  /** A row a frame, of which codes can still be followed. */
  readonly readP95Ms: number
  readonly readOver33Ms: number
  /** The same scroll over a plain page of as many rows with nothing in them. */
  readonly emptyP95Ms: number
  readonly emptyOver33Ms: number
  readonly previewMs: number
  readonly firstLoadKb: number
}

/** The large production in Debian's Chromium: opening, scrolling its shots, typing a lens. */
export async function measureBrowser(world: World): Promise<BrowserFigures> {
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-dev-shm-usage',
    ],
  })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
  const [name, value] = world.cookie().split('=') as [string, string]
  const address = world.servers[0]!.address()
  await context.addCookies([{ name, value, url: address }])
  try {
    const page = await context.newPage()
    let firstLoadKb = 0
    const client = await context.newCDPSession(page)
    await client.send('Network.enable')
    const scripts = new Set<string>()
    client.on('Network.responseReceived', ({ requestId, type }) => {
      if (type === 'Script') scripts.add(requestId)
    })
    client.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
      if (scripts.has(requestId)) firstLoadKb += encodedDataLength / 1000
    })
    await page.goto(address)
    await page.getByRole('heading', { name: 'Kavrell' }).waitFor()
    await page.waitForTimeout(500)
    const entranceKb = firstLoadKb

    const from = performance.now()
    // What the transpiler puts round named functions is not there in the page.
    await page.addInitScript('globalThis.__name = (f) => f')
    await page.goto(`${address}/p/${world.productionId}/shots`)
    await page.getByRole('grid', { name: 'Shots' }).locator('[data-cell="0:0"]').waitFor()
    const usableMs = performance.now() - from
    await page.waitForTimeout(1500)
    const frames = await scroll(page, WHOLE_LIST)
    const read = await scroll(page, READING)
    await page.waitForTimeout(500)
    const previewMs = await typeLens(page)
    await page.setContent(emptyList())
    await page.waitForTimeout(500)
    const empty = await scroll(page, WHOLE_LIST)
    return {
      usableMs,
      frameP95Ms: p95(frames),
      framesOver33Ms: over33(frames),
      readP95Ms: p95(read),
      readOver33Ms: over33(read),
      emptyP95Ms: p95(empty),
      emptyOver33Ms: over33(empty),
      previewMs,
      firstLoadKb: entranceKb,
    }
  } finally {
    await browser.close()
  }
}

const p95 = (frames: readonly number[]) => frames.toSorted((a, b) => a - b)[Math.floor(frames.length * 0.95)] ?? 0
const over33 = (frames: readonly number[]) => frames.filter((ms) => ms > 33.4).length
/** What this machine's drawing can do: rows of the same height with a line under each and nothing else. */
const emptyList = () =>
  `<style>html,body{height:100%;margin:0}main{height:100%;overflow:auto}div{height:38px;border-bottom:1px solid #ccc}</style>
  <main>${'<div></div>'.repeat(SHOTS)}</main>`

/** Rows a frame: all of them in three seconds, and as fast as their codes can be followed. */
const WHOLE_LIST = SHOTS / 180
const READING = -1

/** Scrolls for three seconds and gives the time from each frame to the next. */
const scroll = (page: Page, rowsAFrame: number): Promise<number[]> =>
  page.evaluate(
    (by) =>
      new Promise<number[]>((resolve) => {
        const scroller = [...document.querySelectorAll<HTMLElement>('main, main *')].find(
          (e) => e.scrollHeight > e.clientHeight + 2000 && /auto|scroll/.test(getComputedStyle(e).overflowY),
        )!
        const frames: number[] = []
        let last = performance.now()
        const until = last + 3000
        const step = (now: number) => {
          frames.push(now - last)
          last = now
          scroller.scrollTop += by * 38
          if (now < until) requestAnimationFrame(step)
          else resolve(frames.slice(2))
        }
        requestAnimationFrame(step)
      }),
    rowsAFrame,
  )

/** From the key that ends the typing of a lens to the frame in which its preview has changed; the median of five. */
async function typeLens(page: Page): Promise<number> {
  const times: number[] = []
  await page.evaluate(() => {
    const scroller = [...document.querySelectorAll<HTMLElement>('main, main *')].find((e) => e.scrollTop > 0)
    if (scroller) scroller.scrollTop = 0
  })
  await page.waitForTimeout(300)
  for (const lens of ['40', '75', '28', '65', '32']) {
    await page.getByRole('grid', { name: 'Shots' }).locator('[data-cell="3:3"]').click()
    await page.keyboard.type(lens)
    times.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            const preview = document.querySelector('[data-cell="3:0"] svg')!
            const was = preview.innerHTML
            const input = document.activeElement!
            const from = performance.now()
            input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true, cancelable: true }))
            const look = () => {
              const now = document.querySelector('[data-cell="3:0"] svg')!
              if (now.innerHTML !== was) resolve(performance.now() - from)
              else requestAnimationFrame(look)
            }
            requestAnimationFrame(look)
          }),
      ),
    )
  }
  return times.sort((a, b) => a - b)[2]!
}
