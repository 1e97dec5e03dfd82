// node scripts/screenshots.mjs ADDRESS: writes docs/screenshots/ from a running demo, as Maren Tolley.
import { chromium } from '@playwright/test'

const [address] = process.argv.slice(2)
if (!address) {
  console.error('Give the address that npm start printed.')
  process.exit(2)
}
const STAGES = [
  'brief',
  'scout',
  'shots',
  'light',
  'kit',
  'crew',
  'order',
  'call',
  'patch',
  'roll',
  'cover',
  'offload',
  'sync',
  'wrap',
]
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--disable-dev-shm-usage',
  ],
})

async function picture(viewport, light, stages, name) {
  const page = await (await browser.newContext({ viewport })).newPage()
  await page.addInitScript((l) => localStorage.setItem('kavrell.light', l), light)
  await page.goto(address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  for (const stage of stages) {
    await page.goto(stage === '' ? address : page.url().replace(/\w+(\?.*)?$/, stage))
    await page.getByRole('main').waitFor()
    // A room says more than a list of facts.
    if (stage === 'scout') {
      await page.getByRole('tab', { name: 'Sail loft' }).click()
      // To the hour when the sun is on the chair.
      await page.getByRole('slider', { name: 'Time of day' }).focus()
      for (let minute = 15 * 60; minute < 19 * 60 + 15; minute += 5) await page.keyboard.press('ArrowRight')
    }
    // What moves between days is seen in time.
    if (stage === 'order') await page.getByText('Days as time').click()
    if (stage === 'cover' && viewport.width < 400) await page.getByRole('button', { name: 'It begins now' }).click()
    if (stage === 'cover') {
      await page.getByText(/^Looking for who goes where/).waitFor({ state: 'detached', timeout: 60_000 })
      await page.getByText('Looking …', { exact: false }).waitFor({ state: 'detached', timeout: 60_000 })
    }
    // What there is to judge is judged off the page.
    await page.getByText('checking …').waitFor({ state: 'detached', timeout: 60_000 })
    if (stage === 'sync') {
      await page.getByRole('button', { name: 'Make five to try it with' }).click()
      await page.getByText('lie together').waitFor({ timeout: 60_000 })
    }
    // Fonts, the light map's worker and the chart settle.
    await page.waitForTimeout(1500)
    await page.screenshot({ path: `docs/screenshots/${name(stage)}.png` })
  }
}

await picture({ width: 1280, height: 800 }, 'desk', STAGES, (stage) => stage)
await picture({ width: 1280, height: 800 }, 'desk', ['shots?view=coverage'], () => 'coverage')
await picture({ width: 1280, height: 800 }, 'desk', ['shots?view=boards'], () => 'boards')
await picture({ width: 1280, height: 800 }, 'desk', [''], () => 'entrance')
await picture({ width: 390, height: 844 }, 'set', ['roll'], (stage) => `${stage}-phone`)
// Last, since it begins the launch.
await picture({ width: 390, height: 844 }, 'set', ['cover'], (stage) => `${stage}-phone`)
await browser.close()
