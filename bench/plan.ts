import { chromium, type Page } from '@playwright/test'
import { asId } from '@kavrell/core/records'
import { v7 as uuidv7 } from 'uuid'
import { create, type World } from '../soak/world.ts'

/** Frame times of a plan of light with 60 objects, while it is panned and while a lamp is dragged. */
export interface PlanFigures {
  readonly panP95Ms: number
  readonly panOver33Ms: number
  readonly dragP95Ms: number
  readonly dragOver33Ms: number
}

const MOVES = 120

/** A room of 12 × 9 m with 36 lamps, 12 flags, 8 marks and 4 cameras. */
async function fillPlan(world: World): Promise<void> {
  const place = create('place', { name: 'Hall' })
  const spot = create('spot', { placeId: asId(place.id), name: 'Hall', widthM: 12, depthM: 9, heightM: 4 })
  const setup = create('setup', { letter: 'A', name: 'All of it', spotId: asId(spot.id) })
  const around = (i: number, of: number, r: number) => ({
    xM: 6 + r * 1.2 * Math.sin((i / of) * 2 * Math.PI),
    yM: 4.5 - r * Math.cos((i / of) * 2 * Math.PI),
    bearingDeg: ((i / of) * 360 + 180) % 360,
  })
  const setupId = asId<'setup'>(setup.id)
  const cameras = ['A', 'B', 'C', 'D'].map((letter) => create('camera', { letter }))
  const changes = [
    place,
    spot,
    setup,
    ...cameras,
    ...Array.from({ length: 36 }, (_, i) => create('lamp', { setupId, role: i === 0 ? 'key' : 'fill', ...around(i, 36, 4) })), // prettier-ignore
    ...Array.from({ length: 12 }, (_, i) => create('panel', { setupId, type: 'flag', widthM: 0.6, tallM: 0.9, ...around(i + 0.5, 12, 2.8) })), // prettier-ignore
    ...Array.from({ length: 8 }, (_, i) => { const { xM, yM } = around(i, 8, 1.2); return create('mark', { setupId, name: `Mark ${i + 1}`, xM, yM }) }), // prettier-ignore
    ...cameras.map((camera, i) => create('cameraPosition', { setupId, cameraId: asId<'camera'>(camera.id), ...around(i + 0.3, 4, 2) })), // prettier-ignore
  ]
  const body = { id: uuidv7(), label: 'Fill a plan', changes }
  const answer = await world.ask<object>(world.servers[0]!, `/productions/${world.productionId}/edits`, body)
  if (answer?.status !== 201) throw new Error(`Fill a plan: ${JSON.stringify(answer?.json).slice(0, 300)}`)
}

/** Times from frame to frame while a pointer moves from one place to another. */
async function framesOf(page: Page, from: readonly [number, number], to: readonly [number, number]): Promise<number[]> {
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.evaluate(() => {
    const kept: number[] = []
    let last = performance.now()
    const state = { kept, on: true }
    ;(globalThis as unknown as { frames: typeof state }).frames = state
    const step = (now: number) => {
      kept.push(now - last)
      last = now
      if (state.on) requestAnimationFrame(step)
    }
    requestAnimationFrame(step)
  })
  for (let i = 1; i <= MOVES; i++) {
    const share = i / MOVES
    await page.mouse.move(from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share)
  }
  const frames = await page.evaluate(() => {
    const { frames } = globalThis as unknown as { frames: { kept: number[]; on: boolean } }
    frames.on = false
    return frames.kept.slice(2)
  })
  await page.mouse.up()
  return frames
}

const p95 = (frames: readonly number[]) => frames.toSorted((a, b) => a - b)[Math.floor(frames.length * 0.95)] ?? 0
const over33 = (frames: readonly number[]) => frames.filter((ms) => ms > 33.4).length

/** A plan with 60 objects in Debian's Chromium. */
export async function measurePlan(world: World): Promise<PlanFigures> {
  await fillPlan(world)
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-dev-shm-usage'],
  })
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' })
    const [name, value] = world.cookie().split('=') as [string, string]
    const address = world.servers[0]!.address()
    await context.addCookies([{ name, value, url: address }])
    const page = await context.newPage()
    await page.addInitScript('globalThis.__name = (f) => f')
    await page.goto(`${address}/p/${world.productionId}/light`)
    const lamp = page.locator('[data-thing="lamp"]').first()
    await lamp.waitFor()
    await page.waitForTimeout(4000)
    const plan = (await page.locator('svg[data-metre]').first().boundingBox())!
    const held = (await lamp.boundingBox())!
    const [x, y] = [held.x + held.width / 2, held.y + held.height / 2]
    const drag = await framesOf(page, [x, y], [x + 160, y + 120])
    await page.keyboard.press('Escape')
    await page.waitForTimeout(6000)
    await page.getByRole('button', { name: 'Nearer' }).click()
    await page.waitForTimeout(1000)
    const ground = [plan.x + plan.width * 0.5, plan.y + plan.height * 0.5] as const
    const pan = await framesOf(page, ground, [ground[0] - 150, ground[1] - 90])
    return { panP95Ms: p95(pan), panOver33Ms: over33(pan), dragP95Ms: p95(drag), dragOver33Ms: over33(drag) }
  } finally {
    await browser.close()
  }
}
