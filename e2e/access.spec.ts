import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import { expect, type Page, test } from '@playwright/test'
import { serve, type TestServer } from './server.ts'

let server: TestServer
test.beforeAll(async () => {
  server = await serve()
})
test.afterAll(async () => {
  await server?.stop()
})

const axe = await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa']

/** What axe finds wrong by these rules or sets of rules, as lines that name the rule and the first node. */
async function violations(page: Page, runOnly = WCAG): Promise<string[]> {
  return page.evaluate(`${axe}; axe.run({ runOnly: ${JSON.stringify(runOnly)} }).then((r) =>
    r.violations.map((v) => v.id + ': ' + v.nodes[0].html.slice(0, 160) + ' ' + (v.nodes[0].any[0]?.message ?? '')))`)
}
/** All rules in desk light; in the others what another light changes, which is colours and nothing else. */
async function inAllLights(page: Page): Promise<string[]> {
  const found: string[] = []
  for (const light of ['desk', 'set', 'sun']) {
    await page.getByLabel('Light', { exact: true }).selectOption(light)
    const faults = await violations(page, light === 'desk' ? WCAG : ['color-contrast'])
    found.push(...faults.map((v) => `in ${light} light: ${v}`))
  }
  return found
}
/** What stands on a screen; its numbers may run. */
const words = async (page: Page) => (await page.getByRole('main').innerText()).replace(/\d/g, '')
/** Another screen than the one of before is there, and says the same for a while. */
async function standsStill(page: Page, before: string): Promise<void> {
  let last = before
  await expect(async () => {
    const now = await words(page)
    const same = now === last && now !== before
    last = now
    expect(same && /\w{3}/.test(now)).toBe(true)
  }).toPass({ intervals: [150], timeout: 30_000 })
}
const enter = async (page: Page) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  await expect(page.getByRole('status').first()).toHaveText('saved')
}

test('no screen has an accessibility fault in any of the three lights', async ({ page }) => {
  // Twenty-one screens in three lights: a busy machine is waited for.
  test.setTimeout(900_000)
  await page.goto(server.address)
  await expect(page.getByRole('button', { name: 'Enter as Maren Tolley' })).toBeVisible()
  const found: string[] = (await violations(page)).map((v) => `entrance ${v}`)
  await enter(page)
  const links = page.getByRole('navigation', { name: 'Stages' }).locator('a[href^="/p/"]')
  await expect(links.first()).toBeVisible()
  const stages = await links.all()
  expect(stages.length).toBeGreaterThanOrEqual(11)
  for (const link of stages) {
    const stage = (await link.getAttribute('href'))!
    const before = await words(page)
    // The first is the one that is open.
    if (!page.url().endsWith(stage)) {
      await link.click()
      await standsStill(page, before)
    }
    found.push(...(await inAllLights(page)).map((v) => `${stage.split('/').at(-1)} ${v}`))
  }
  // The views that a tab or an address opens.
  const base = page.url().replace(/\/\w+$/, '/')
  for (const view of [
    'brief?view=look',
    'brief?view=script',
    'brief?view=money',
    'shots?view=coverage',
    'shots?view=boards',
    'shots?view=lenses',
    'scout',
  ]) {
    await page.goto(base + view)
    if (view === 'scout') await page.getByRole('tab', { name: 'Sail loft' }).click()
    await standsStill(page, '')
    found.push(...(await inAllLights(page)).map((v) => `${view} ${v}`))
  }
  await page.goto(`${base}light`)
  for (const view of ['Side view', 'To build', 'Within a shot', 'Metered']) {
    await page.getByRole('tab', { name: view }).click()
    await standsStill(page, '')
    found.push(...(await inAllLights(page)).map((v) => `light, ${view} ${v}`))
  }
  expect(found).toEqual([])
})

test('by keyboard alone: go anywhere by name, see the keys, close them', async ({ page }) => {
  await enter(page)
  await page.keyboard.press('Control+k')
  await expect(page.getByPlaceholder('Type a stage, a shot, a person, or what to do')).toBeFocused()
  await page.keyboard.type('adze')
  await page.keyboard.press('Enter')
  await page.waitForURL(/shots#/)
  await expect(page.getByRole('row', { selected: true })).toContainText('Adze shavings')
  await page.keyboard.press('Control+k')
  await expect(page.getByPlaceholder('Type a stage, a shot, a person, or what to do')).toBeFocused()
  await page.keyboard.type('set light')
  await page.keyboard.press('Enter')
  await expect(page.locator('html')).toHaveClass('set')
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('start and cut')
  // It listens from when it has the keys.
  await page.waitForFunction(() => document.activeElement?.closest('[role=dialog]'))
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Keys' })).toHaveCount(0)
})

test('nothing moves where motion is not wanted', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await enter(page)
  await page.goto(page.url().replace(/brief$/, 'order'))
  await expect(page.locator('[data-item]').first()).toBeVisible()
  const moving = await page.evaluate(
    () =>
      [...document.querySelectorAll('*')].filter((node) => {
        const { transitionDuration, animationDuration } = getComputedStyle(node)
        return [transitionDuration, animationDuration].some((d) => d.split(', ').some((s) => parseFloat(s) > 0))
      }).length,
  )
  expect(moving).toBe(0)
})

test('a phone joins by a link: one name, one press, and the slate is there; withdrawn, it lets nobody in', async ({
  page,
  browser,
}) => {
  await enter(page)
  const [, base] = /(\/p\/[^/]+)/.exec(page.url())!
  const api = `${server.address}/api/productions/${base!.slice(3)}`
  const headers = { 'x-kavrell': '1' }
  const made = await page.request.post(`${api}/invitations`, { headers, data: { role: 'logger', minutes: 60 } })
  const { id, address } = (await made.json()) as { id: string; address: string }
  const path = new URL(address).pathname
  const phone = await browser.newPage({ viewport: { width: 390, height: 844 } })
  await phone.goto(`${server.address}${path}`)
  await expect(phone.getByText('You join as logger.')).toBeVisible()
  await phone.getByLabel('Your name').fill('Juno')
  await phone.getByRole('button', { name: 'Join' }).click()
  await expect(phone.getByRole('button', { name: /^Roll/ })).toBeVisible()
  // Logs a take, and that it was hers is in the record.
  await phone.getByRole('button', { name: /^Roll/ }).click()
  await expect
    .poll(async () => (await server.query('SELECT "loggedBy" FROM take ORDER BY version DESC LIMIT 1'))[0]!.loggedBy)
    .toBe('Juno')
  await phone.getByRole('button', { name: /^Cut/ }).click()
  await page.request.post(`${api}/invitations/${id}/withdraw`, { headers, data: {} })
  const late = await browser.newPage({ viewport: { width: 390, height: 844 } })
  await late.goto(`${server.address}${path}`)
  await expect(late.getByLabel('Your name')).toHaveCount(0)
  await expect(late.getByText(/link/i).first()).toBeVisible()
  await phone.close()
  await late.close()
})
