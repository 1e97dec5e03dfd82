import { asId } from '@kavrell/core/records'
import { chromium } from '@playwright/test'
import { create, type World } from '../soak/world.ts'

/** A crowded network of a set and a phone of some years ago. */
const NETWORK = { offline: false, latency: 40, downloadThroughput: 5e6 / 8, uploadThroughput: 2e6 / 8 }
const SLOWER_CPU = 4
const KEY_MS = 220
const READ_MS = 5000
/** What a logger opens on a phone, each for the first time. */
const STAGES = ['Order', 'Call', 'Offload'] as const

/**
 * From opening the link that the QR code carries to a slate that can roll, on a phone that has never seen the
 * app: everything is loaded, a name is typed at human speed, and Join is pressed. Seconds.
 */
export async function joinByPhone(
  world: World,
): Promise<{ readonly seconds: number; readonly stages: readonly { readonly name: string; readonly ms: number }[] }> {
  const [server] = world.servers
  await world.ask(server!, `/productions/${world.productionId}/edits`, {
    id: crypto.randomUUID(),
    label: 'A day to log',
    changes: dayToLog(),
  })
  const made = await world.ask<{ address: string }>(server!, `/productions/${world.productionId}/invitations`, {
    role: 'logger',
    minutes: 60,
  })
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
  })
  try {
    const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage()
    const client = await page.context().newCDPSession(page)
    await client.send('Network.enable')
    await client.send('Network.emulateNetworkConditions', NETWORK)
    await client.send('Emulation.setCPUThrottlingRate', { rate: SLOWER_CPU })
    const from = performance.now()
    await page.goto(`${server!.address()}${new URL(made!.json.address).pathname}`)
    await page.getByLabel('Your name').pressSequentially('Juno', { delay: KEY_MS })
    await page.getByRole('button', { name: 'Join' }).click()
    await page.getByRole('button', { name: /^Roll/ }).waitFor()
    const seconds = (performance.now() - from) / 1000
    const stages: { name: string; ms: number }[] = []
    // The slate is read first.
    await page.waitForTimeout(READ_MS)
    for (const name of STAGES) {
      const pressed = performance.now()
      await page.getByRole('link', { name: new RegExp(`^${name}`) }).click()
      await page.getByRole('main').locator('h1, [data-answer]').first().waitFor()
      await page.waitForURL(new RegExp(`${name.toLowerCase()}$`))
      stages.push({ name, ms: performance.now() - pressed })
    }
    return { seconds, stages }
  } finally {
    await browser.close()
  }
}

function dayToLog(): object[] {
  const place = create('place', { name: 'Yard' })
  const day = create('day', { title: 'Day 1', placeId: asId(place.id) })
  const scene = create('scene', { number: '1' })
  const shot = create('shot', { sceneId: asId(scene.id), code: '1A' })
  const item = create('orderItem', { dayId: asId(day.id), shotIds: [asId(shot.id)] })
  return [place, day, scene, shot, item]
}
