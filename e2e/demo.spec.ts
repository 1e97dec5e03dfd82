import { expect, test } from '@playwright/test'
import { serve, type TestServer } from './server.ts'

let server: TestServer
test.beforeAll(async () => {
  server = await serve()
})
test.afterAll(async () => {
  await server?.stop()
})

const STAGES = ['brief', 'scout', 'shots', 'light', 'kit', 'crew', 'order', 'call', 'roll', 'offload', 'wrap']

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
      await page.goto(page.url().replace(/\w+$/, stage))
      await expect(page.getByRole('main')).toContainText(/\w{3}/)
      // Shots answers with its pictures; every other screen says its answer in its largest type.
      if (stage !== 'shots' && stage !== 'roll') await expect(page.locator('[data-answer]').first()).toBeVisible()
      expect(await page.evaluate(() => document.documentElement.scrollWidth <= window.innerWidth)).toBe(true)
    }
  }
  expect(errors).toEqual([])
})

test('a snag is accepted with a reason and stays quiet; one undo opens it again', async ({ page }) => {
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.getByRole('button', { name: /^Snags:/ }).click()
  const pair = page
    .getByRole('dialog', { name: 'Snags' })
    .locator('[data-snag="kit.missing"]')
    .filter({ hasText: '135 mm' })
  await pair.getByRole('button', { name: 'Accept' }).click()
  await pair.getByLabel('Why is this accepted').fill('borrowing one from Pell')
  await page.keyboard.press('Enter')
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
