import { asId } from '@kavrell/core/records'
import { v7 as uuidv7 } from 'uuid'
import { type Chance, create, messagesOf, seeded, type ServerProcess, wait, type World } from './world.ts'
import type { LoggedEdit } from '@kavrell/contract'
import { clockOffset, type ClockSample } from '@kavrell/core/timecode'

export interface DevicesOutcome {
  readonly devices: number
  readonly seconds: number
  readonly answered: number
  readonly cuts: number
  /** Round trips of edits that went through at the first try, in milliseconds. */
  readonly roundTripMs: readonly number[]
  /** Worst difference between a take's corrected time and the true one, in milliseconds. */
  readonly worstClockMs: number
  readonly found: readonly string[]
}

interface Device {
  readonly name: string
  readonly chance: Chance
  /** How wrong its clock is. */
  readonly clockErrorMs: number
  server: ServerProcess
  online: boolean
  aheadMs: number
  readonly seen: number[]
  readonly answered: Map<string, number>
  readonly trueTimes: Map<string, number>
}

/**
 * Devices that log takes for a while against two servers: each with a wrong clock, each cut off now and
 * then, each going over to the other server when it feels like it. Then compares what they were told, and
 * what they saw on the stream, with what is there.
 */
export async function logWithDevices(
  world: World,
  count: number,
  seconds: number,
  seed: number,
  pauseMs = 400,
): Promise<DevicesOutcome> {
  const chance = seeded(seed)
  const found: string[] = []
  const roundTripMs: number[] = []
  let cuts = 0
  const place = create('place', { name: 'Soak' })
  const day = create('day', { placeId: asId(place.id) })
  const scene = create('scene', { number: '1' })
  const shots = Array.from({ length: 5 }, (_, i) => create('shot', { sceneId: asId(scene.id), code: `1${'ABCDE'[i]}` }))
  const setUp = await world.ask<{ seq: number }>(world.servers[0]!, `/productions/${world.productionId}/edits`, {
    id: uuidv7(),
    label: 'Set up',
    changes: [place, day, scene, ...shots],
  })
  const from = setUp!.json.seq
  const until = Date.now() + seconds * 1000
  const devices = Array.from({ length: count }, (_, i): Device => ({
    name: `Device ${i + 1}`,
    chance: seeded(seed * 1000 + i),
    clockErrorMs: chance.between(-90_000, 90_000),
    server: chance.of(world.servers),
    online: true,
    aheadMs: 0,
    seen: [],
    answered: new Map(),
    trueTimes: new Map(),
  }))

  const log = async (device: Device) => {
    await measure(world, device)
    while (Date.now() < until) {
      await wait(device.chance.between(pauseMs / 2, pauseMs * 1.5))
      const trueMs = Date.now()
      const deviceMs = trueMs + device.clockErrorMs
      const take = create('take', {
        dayId: asId(day.id),
        slate: '1A',
        number: device.answered.size + 1,
        shotIds: [asId(device.chance.of(shots).id)],
        startedAt: new Date(deviceMs + device.aheadMs).toISOString(),
        deviceAt: new Date(deviceMs).toISOString(),
      })
      device.trueTimes.set(take.id, trueMs)
      const body = { id: uuidv7(), label: `${device.name} logs`, changes: [take] }
      for (let tries = 0; ; tries++) {
        if (!device.online) {
          await wait(50)
          continue
        }
        const sentAt = performance.now()
        const answer = await world.ask<{ seq: number; refusal?: { says: string } }>(
          device.server,
          `/productions/${world.productionId}/edits`,
          body,
        )
        // A cut that strikes while the answer is on its way loses the answer, not the edit.
        if (!answer || device.chance.chance(0.02)) {
          cuts++
          device.server = device.chance.of(world.servers)
          await wait(device.chance.between(10, 200))
          continue
        }
        if (answer.status >= 300) {
          found.push(`${device.name} was refused: ${answer.json.refusal?.says}`)
          break
        }
        if (tries === 0) roundTripMs.push(performance.now() - sentAt)
        device.answered.set(body.id, answer.json.seq)
        break
      }
    }
  }
  const cutNowAndThen = async (device: Device) => {
    while (Date.now() < until) {
      await wait(device.chance.between(2_000, 15_000))
      device.online = false
      cuts++
      await wait(device.chance.between(100, 3_000))
      device.online = true
      device.server = device.chance.of(world.servers)
    }
  }
  const listening = devices.map((device) => listen(world, device, from, () => Date.now() < until))
  await Promise.all(devices.flatMap((device) => [log(device), cutNowAndThen(device)]))
  await Promise.all(listening)

  const rows = await world.query<{ id: string; seq: number }>(
    'SELECT id, seq FROM edit WHERE "productionId" = $1 AND seq > $2 ORDER BY seq',
    [world.productionId, from],
  )
  const seqOf = new Map(rows.map((r) => [r.id, r.seq]))
  for (const device of devices) {
    for (const [id, seq] of device.answered)
      if (seqOf.get(id) !== seq) found.push(`${device.name} was told ${seq} and there is ${seqOf.get(id) ?? 'nothing'}`)
    device.seen.forEach((seq, i) => {
      if (seq !== from + 1 + i) found.push(`${device.name} saw ${seq} where ${from + 1 + i} should be`)
    })
    // What came after its last look it hears when it comes back: nothing before that may lack.
    if (device.seen.length < rows.length) found.push(`${device.name} saw ${device.seen.length} of ${rows.length} edits`)
  }
  const answered = devices.reduce((sum, device) => sum + device.answered.size, 0)
  if (answered !== rows.length) found.push(`${answered} edits were answered and ${rows.length} are there`)
  const takes = await world.query<{ id: string; startedAt: Date; deviceAt: Date }>(
    'SELECT id, "startedAt", "deviceAt" FROM take WHERE "dayId" = $1',
    [day.id],
  )
  if (takes.length !== rows.length) found.push(`${rows.length} edits made ${takes.length} takes`)
  const trueTimes = new Map(devices.flatMap((device) => [...device.trueTimes]))
  const worstClockMs = Math.max(0, ...takes.map((t) => Math.abs(t.startedAt.getTime() - trueTimes.get(t.id)!)))
  if (takes.some((t) => t.deviceAt === null)) found.push('A take does not say what its device’s clock said')
  return { devices: count, seconds, answered, cuts, roundTripMs, worstClockMs, found }
}

async function measure(world: World, device: Device): Promise<void> {
  const samples: ClockSample[] = []
  while (samples.length < 5) {
    const sentMs = Date.now() + device.clockErrorMs
    const answer = await world.ask<{ nowMs: number }>(device.server, `/productions/${world.productionId}/clock`)
    if (answer) samples.push({ sentMs, backMs: Date.now() + device.clockErrorMs, otherMs: answer.json.nowMs })
  }
  device.aheadMs = clockOffset(samples).aheadMs
}

/** Follows the stream as the web app does: from the last number seen, again after every cut, of whichever server. */
async function listen(world: World, device: Device, from: number, going: () => boolean): Promise<void> {
  const last = () => device.seen.at(-1) ?? from
  const take = (edit: LoggedEdit) => {
    if (edit.seq > last()) device.seen.push(edit.seq)
  }
  for (let ending = false; !ending;) {
    // One more look after the end, for what was on its way.
    ending = !going()
    if (ending) await wait(1_000)
    const abort = new AbortController()
    const cut = setTimeout(() => abort.abort(), ending ? 1_500 : device.chance.between(1_000, 12_000))
    try {
      for await (const message of messagesOf(await world.stream(device.server, last(), abort.signal)))
        if (message.type === 'edit') take(message.edit)
    } catch {
      await wait(50)
    } finally {
      clearTimeout(cut)
    }
  }
}
