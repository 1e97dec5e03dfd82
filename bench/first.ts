import { chromium, type Locator, type Page } from '@playwright/test'
import type { World } from '../soak/world.ts'

/** A key as somebody types who is no typist, and the time to find a thing and press it. */
const KEY_MS = 220
const PRESS_MS = 1500

interface Walked {
  readonly seconds: number
  readonly presses: number
  readonly keys: number
}

/** Somebody at the desk: everything takes them as long as it takes people. */
class Hands {
  presses = 0
  keys = 0
  constructor(readonly page: Page) {}
  async press(what: Locator) {
    await what.waitFor()
    await this.page.waitForTimeout(PRESS_MS)
    await what.click()
    this.presses++
  }
  async type(where: Locator, text: string) {
    await this.press(where)
    await where.pressSequentially(text, { delay: KEY_MS })
    this.keys += text.length
  }
}

/**
 * From the entrance, with nothing in the installation, at human speed: to the first take that is logged, and to the
 * first call sheet that went out to two people.
 */
export async function firstTakeAndSheet(world: World): Promise<{ take: Walked; sheet: Walked }> {
  const [server] = world.servers
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
  })
  const walk = async (title: string, does: (hands: Hands) => Promise<void>): Promise<Walked> => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const [name, value] = world.cookie().split('=') as [string, string]
    await context.addCookies([{ name, value, url: server!.address() }])
    const hands = new Hands(await context.newPage())
    const from = performance.now()
    await hands.page.goto(server!.address())
    await hands.type(hands.page.getByLabel('Title'), title)
    await hands.press(hands.page.getByRole('button', { name: 'Start', exact: true }))
    await does(hands)
    const { presses, keys } = hands
    await context.close()
    return { seconds: (performance.now() - from) / 1000, presses, keys }
  }
  try {
    const take = await walk('Kettle', async (hands) => {
      const { page } = hands
      await hands.press(page.getByRole('link', { name: /^Roll/ }))
      await hands.press(page.getByRole('button', { name: 'Begin today’s log' }))
      await hands.press(page.locator('[data-device="A"]').getByRole('button').first())
      await hands.press(page.getByRole('button', { name: /^Roll/ }))
      await page.locator('[data-logged="1/1"]').last().waitFor()
      await page.getByText('saved').first().waitFor()
    })
    const sheet = await walk('Kettle, again', async (hands) => {
      const { page } = hands
      await hands.press(page.getByRole('link', { name: /^Call/ }))
      await hands.type(page.getByLabel('Place, if it is known'), 'Mill by the river')
      await hands.type(page.getByLabel('Address'), 'Weir Lane 4, Marlhythe')
      await hands.type(
        page.getByLabel(/^Who is there/),
        'Ada Quist, director, +44 7700 900111, ada@example.org\nBo Tarn, sound, bo@example.org',
      )
      await hands.press(page.getByRole('button', { name: 'Begin the day' }))
      await hands.press(page.getByRole('button', { name: 'Issue 1 to everyone' }))
      await page.getByText('0 of 2 have read it').waitFor()
    })
    return { take, sheet }
  } finally {
    await browser.close()
  }
}
