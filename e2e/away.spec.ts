import { expect, test } from '@playwright/test'
import { serve, type TestServer, STAGES } from './server.ts'

test.use({ serviceWorkers: 'allow' })

let server: TestServer
test.beforeAll(async () => {
  server = await serve()
})
test.afterAll(async () => {
  await server?.stop()
})

test('away and back: takes logged without a server survive a reload, go out once, and every stage opens', async ({
  page,
}) => {
  const errors: string[] = []
  page.on('pageerror', (error) => errors.push(error.message))
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
  await page.waitForURL(/brief$/)
  const base = page.url().replace(/brief$/, '')
  await page.goto(`${base}roll`)
  await expect(page.getByRole('status').first()).toHaveText('saved')
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
  })
  // What the device knows is written down once it has been still for a while.
  await page.waitForTimeout(4000)
  const takes = async () => Number((await server.query('SELECT count(*)::int AS n FROM take'))[0]!.n)
  const before = await takes()
  await server.goAway()
  await expect(page.getByText('server away')).toBeVisible()

  await page.keyboard.press('s')
  await page.keyboard.press('Space')
  await expect(page.getByText(/^rolling \d/)).toBeVisible()
  await page.keyboard.press('Space')
  await page.keyboard.press('g')
  await expect(page.locator('[data-logged="2J/1"]').last()).toContainText('good')
  await expect(page.getByText(/3 wait here since \d\d:\d\d, server away/)).toBeVisible()

  await page.reload()
  await expect(page.locator('[data-logged="2J/1"]').last()).toContainText('good')
  await expect(page.getByText(/3 wait here since/)).toBeVisible()
  for (const stage of STAGES) {
    await page.goto(base + stage)
    await expect(page.getByRole('main')).toContainText(/\w{3}/)
  }
  await page.goto(`${base}offload`)
  await page.getByRole('button', { name: 'Hand over S1', exact: true }).click()
  await page.getByLabel('Hand S1 over to').selectOption({ label: 'Edda Marsh' })
  await page.getByRole('button', { name: 'Give S1' }).click()
  await expect(page.getByText(/4 wait here since/)).toBeVisible()
  expect(await takes()).toBe(before)

  await server.comeBack()
  await expect(page.getByRole('status').first()).toHaveText('saved', { timeout: 15_000 })
  expect(await takes()).toBe(before + 1)
  expect(
    await server.query(
      `SELECT count(*)::int AS n FROM "takeEvent" e JOIN take t ON t.id = e."takeId" WHERE t.slate = '2J' AND e.type = 'good'`,
    ),
  ).toEqual([{ n: 1 }])
  const [logged] = await server.query('SELECT "startedAt", "deviceAt" FROM take WHERE slate = \'2J\'')
  // By the box it is the demo's morning; the device's own clock is kept beside it.
  expect(new Date(logged!.startedAt!).getUTCFullYear()).toBe(2026)
  expect(Math.abs(Date.parse(logged!.deviceAt!) - Date.now())).toBeLessThan(120_000)
  expect(errors).toEqual([])
})

test('an edit that no longer fits when the device comes back is offered with both values', async ({ browser }) => {
  const [one, two] = await Promise.all([browser.newContext(), browser.newContext()])
  const open = async (context: typeof one) => {
    const page = await context.newPage()
    await page.goto(server.address)
    await page.getByRole('button', { name: 'Enter as Maren Tolley' }).click()
    await page.waitForURL(/brief$/)
    await expect(page.getByRole('status').first()).toHaveText('saved')
    await page.getByRole('button', { name: 'Change the words' }).click()
    return page
  }
  const [away, here] = [await open(one), await open(two)]
  await one.setOffline(true)
  await away.getByLabel('Client').fill('Typed while away')
  await away.keyboard.press('Enter')
  await here.getByLabel('Client').fill('Typed while here')
  await here.keyboard.press('Enter')
  await expect(here.getByRole('status').first()).toHaveText('saved')
  await one.setOffline(false)
  await expect(away.getByText('is kept among the snags')).toBeVisible({ timeout: 15_000 })
  await expect(away.getByLabel('Client')).toHaveValue('Typed while here')
  await away.getByRole('button', { name: /^Snags:/ }).click()
  const misfit = away.locator('[data-snag="device.no-longer-fits"]')
  await expect(misfit).toContainText('there: Typed while here')
  await misfit.getByRole('button', { name: 'Set it to Typed while away' }).click()
  await expect(here.getByLabel('Client')).toHaveValue('Typed while away')
  await expect(misfit).toHaveCount(0)
  await one.close()
  await two.close()
})
