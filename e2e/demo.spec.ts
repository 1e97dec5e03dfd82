import { readFile } from 'node:fs/promises'
import { expect, test } from '@playwright/test'
import { goTo, serve, type TestServer, STAGES } from './server.ts'

let server: TestServer
test.beforeAll(async () => {
  server = await serve()
})
test.afterAll(async () => {
  await server?.stop()
})

test('every screen of the demo opens full and without an error, on a desk and on a phone', async ({ page }) => {
  const errors: string[] = []
  page.on('pageerror', (error) => errors.push(error.message))
  page.on('console', (message) => {
    if (message.type() === 'error') errors.push(message.text())
  })
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  for (const viewport of [
    { width: 1280, height: 800 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(viewport)
    for (const stage of STAGES) {
      await goTo(page, stage)
      await expect(page.getByRole('main')).toContainText(/\w{3}/)
      // Shots answers with its pictures, and Sync waits for recordings; every other screen says its answer in its largest type.
      if (!['shots', 'roll', 'sync'].includes(stage)) await expect(page.locator('[data-answer]').first()).toBeVisible()
      // The page itself never scrolls, either way: what is long scrolls within it.
      expect(await page.evaluate(() => [document.documentElement.scrollWidth <= window.innerWidth, document.documentElement.scrollHeight <= window.innerHeight])).toEqual([true, true]) // prettier-ignore
    }
  }
  expect(errors).toEqual([])
})

test('a snag is accepted with a reason and stays quiet; one undo opens it again', async ({ page }) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.getByRole('button', { name: /^Snags:/ }).click()
  // Those of one kind are one line: it is opened for each of them.
  await page.locator('[data-snag-kind="kit.missing"]').getByRole('button', { expanded: false }).click()
  const pair = page
    .getByRole('dialog', { name: 'Snags' })
    .locator('[data-snag="kit.missing"]')
    .filter({ hasText: '135 mm' })
  await pair.getByRole('button', { name: 'Accept' }).click()
  await pair.getByLabel('Why is this accepted').fill('borrowing one from Pell')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /accepted/ }).click()
  await expect(pair).toContainText('Accepted: borrowing one from Pell')
  await page.keyboard.press('Control+z')
  await expect(pair.getByRole('button', { name: 'Accept' })).toBeVisible()
})

test('the ribbon goes to the moment that was clicked', async ({ page }) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  await page.goto(page.url().replace(/brief$/, 'light'))
  await expect(page.getByRole('tab', { selected: true }).first()).toContainText('Shavings')
  await page
    .getByTitle(/setup D, Sail loft interview/)
    .first()
    .click()
  await expect(page.getByRole('tab', { selected: true }).first()).toContainText('Sail loft interview')
})

test('a reader sees everything and changes nothing', async ({ page }) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Edda Marsh' }).click()
  await expect(page.locator('[name="production.title"]')).toBeDisabled()
  await page.goto(page.url().replace(/brief$/, 'order'))
  await expect(page.getByRole('button', { name: 'Add meal' })).toHaveCount(0)
})

const shotRow = (page: import('@playwright/test').Page, code: string) =>
  page.getByRole('row').filter({ has: page.locator('[data-field=code]', { hasText: new RegExp(`^${code}$`) }) })
const enter = async (page: import('@playwright/test').Page, stage: string) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  await page.goto(page.url().replace(/brief$/, stage))
}

test('a lamp turns by its handle, the light at the mark follows, and one undo takes it back', async ({ page }) => {
  await enter(page, 'light')
  const answer = page.locator('[data-answer]').first()
  await expect(answer).toContainText('stops short')
  const before = await answer.textContent()
  await page.locator('[data-thing=lamp]').first().click()
  const handle = (await page.locator('[data-turn=lamp]').boundingBox())!
  await page.mouse.move(handle.x + handle.width / 2, handle.y + handle.height / 2)
  await page.mouse.down()
  await page.mouse.move(handle.x + 90, handle.y + 200, { steps: 4 })
  await page.mouse.up()
  await expect(answer).not.toHaveText(before!)
  await page.keyboard.press('Control+z')
  await expect(answer).toHaveText(before!)
})

test('a plan is looked at from near, a thing is dragged where the hand is, and the plan leaves as three files', async ({
  page,
}) => {
  await enter(page, 'light')
  const plan = page.getByRole('group', { name: /^Plan of/ })
  const metre = async () => Number(await plan.getAttribute('data-metre'))
  const whole = await metre()
  const box = (await plan.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -120)
  await page.keyboard.up('Control')
  await expect.poll(metre).toBeGreaterThan(whole)
  await page.getByRole('button', { name: 'The whole plan' }).click()
  await expect.poll(metre).toBe(whole)
  // By the edge of its sign: it is moved by as much as the hand, not to the hand.
  const lamp = plan.locator('[data-thing="lamp"]').first()
  const at = async () => (await lamp.getAttribute('transform'))!.match(/-?[\d.]+/g)!.map(Number)
  const [x, y] = await at()
  const k = box.width / Number((await plan.getAttribute('viewBox'))!.split(' ')[2])
  const from = { x: box.x + x! * k + 9, y: box.y + y! * k + 7 }
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + 30, from.y - 20, { steps: 4 })
  await page.mouse.move(from.x + 60, from.y - 40, { steps: 4 })
  await page.mouse.up()
  const [x2, y2] = await at()
  expect(Math.abs(x2! - x! - 60 / k)).toBeLessThan(0.05 * whole)
  expect(Math.abs(y2! - y! + 40 / k)).toBeLessThan(0.05 * whole)
  for (const [format, magic] of [
    ['SVG', '<svg'],
    ['PNG', '\x89PNG'],
    ['PDF', '%PDF'],
  ] as const) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: format, exact: true }).click(),
    ])
    const bytes = await readFile(await file.path())
    expect(bytes.toString('latin1', 0, 4)).toBe(magic)
    expect(bytes.length).toBeGreaterThan(2000)
    if (format === 'SVG') expect(bytes.toString()).not.toContain('var(--')
  }
  await page.keyboard.press('Control+z')
  await expect.poll(async () => Math.abs((await at())[0]! - x!)).toBeLessThan(1)
})

test('a snag leads to the very house rule it was judged by', async ({ page }) => {
  await enter(page, 'order')
  const snag = page.getByRole('main').locator('[data-snag="order.longer-than-longest-day"]')
  await snag.getByRole('button', { name: 'Why' }).click()
  await snag.getByRole('link', { name: /House rule: longest day 660 min/ }).click()
  await expect(page.locator('[name="production.longestDayMin"]')).toBeFocused()
})

test('copies are planned with one press, chosen on the card, and unplanned with one undo', async ({ page }) => {
  await enter(page, 'offload')
  await page.locator('[data-card=A2]').click()
  await page.getByRole('button', { name: 'Plan copies of A2 to S1, S2, H1' }).click()
  await expect(page.getByText('to H1, slow, planned')).toBeVisible()
  await expect(page.locator('[data-snag="media.copies-below-rule"]').first()).toContainText('3 more copies are planned')
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/, planned|are planned/)).toHaveCount(0)
})

test('the shot list is worked as a sheet: arrows, typing, Enter, Tab, Escape, and a sentence for what cannot be', async ({
  page,
}) => {
  await enter(page, 'shots')
  const cell = (code: string, field: string) => shotRow(page, code).locator(`[data-field=${field}]`)
  await cell('1B', 'focalLengthMm').click()
  await page.keyboard.type('40')
  await page.keyboard.press('Enter')
  await expect(cell('1B', 'focalLengthMm')).toHaveText('40')
  // Enter went down a row: what is typed now lands in 1C, and Tab goes on to its stop.
  await expect(cell('1C', 'focalLengthMm')).toBeFocused()
  await page.keyboard.type('0')
  await page.keyboard.press('Tab')
  await expect(page.getByRole('alert')).toContainText('A focal length is more than 0 mm')
  await page.keyboard.press('Escape')
  await expect(cell('1C', 'focalLengthMm')).toHaveText('100')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.type('5,6')
  await page.keyboard.press('Tab')
  await expect(cell('1C', 'tStop')).toHaveText('T5.6')
  await page.keyboard.type('7 m')
  await page.keyboard.press('Shift+Enter')
  await expect(cell('1C', 'distanceM')).toHaveText('7')
  await expect(cell('1B', 'distanceM')).toBeFocused()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Control+z')
  await expect(cell('1B', 'focalLengthMm')).toHaveText('35')
  await expect(cell('1C', 'tStop')).toHaveText('T4')
  await expect(cell('1C', 'distanceM')).toHaveText('22')
})

test('a production in feet shows feet, reads feet and inches, and keeps what nobody changed', async ({ page }) => {
  await enter(page, 'brief#units')
  await page.locator('[name="production.units"]').selectOption('feet')
  await page.goto(page.url().replace(/brief.*$/, 'shots'))
  const distance = shotRow(page, '1B').locator('[data-field=distanceM]')
  await expect(distance).toHaveText(`8' 6½"`)
  await distance.dblclick()
  await page.keyboard.press('Enter')
  await expect(distance).toHaveText(`8' 6½"`)
  await distance.click()
  await page.keyboard.type(`7' 3`)
  await page.keyboard.press('Enter')
  await expect(distance).toHaveText(`7' 3"`)
  await page.goto(page.url().replace(/shots$/, 'brief#units'))
  await page.locator('[name="production.units"]').selectOption('metric')
  await page.goto(page.url().replace(/brief.*$/, 'shots'))
  await expect(distance).toHaveText('2.21')
})
