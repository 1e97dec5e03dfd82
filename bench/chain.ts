import { mkdir, writeFile } from 'node:fs/promises'
import path from 'node:path'
import type { EveningBegun } from '@kavrell/contract'
import { bestCardOrder, type ChainProblem } from '@kavrell/core/copyChain'
import { asId } from '@kavrell/core/records'
import { v7 as uuidv7 } from 'uuid'
import { create, seeded, wait, type World } from '../soak/world.ts'

export interface ChainFigures {
  readonly forecastS: number
  readonly tookS: number
}

const MB = 1e6
/** Nothing holds reading back on a stand-in but this machine. */
const READING = 400 * MB

/**
 * An evening on stand-ins of stated speeds: five cards onto two drives, then from the first of them to a slow one; what
 * the chain foretells, and what the server then takes.
 */
export async function foretellAndRun(world: World, seed: number): Promise<ChainFigures> {
  const chance = seeded(seed)
  const name = `C${seed}`
  const bytes = Array.from({ length: 5 }, () => chance.between(15, 75) * MB)
  const speeds = [chance.between(6, 12) * MB, chance.between(6, 12) * MB, chance.between(3, 6) * MB]
  const cards = bytes.map((_, i) => create('card', { label: `${name}c${i}`, folder: `${name}c${i}` }))
  const drives = speeds.map((_, i) => create('drive', { label: `${name}d${i}`, folder: `${name}d${i}` }))
  for (const [i, { fields }] of cards.entries()) {
    const folder = path.join(world.media, 'cards', fields.folder)
    await mkdir(folder, { recursive: true })
    for (let file = 0; file < 3; file++) await writeFile(path.join(folder, `${file}.mov`), Buffer.alloc(bytes[i]! / 3, file + i)) // prettier-ignore
  }
  for (const [i, { fields }] of drives.entries()) {
    const folder = path.join(world.media, 'drives', fields.folder)
    await mkdir(folder, { recursive: true })
    await writeFile(`${folder}.volume.json`, JSON.stringify({ bytesPerSecond: speeds[i], medium: fields.folder }))
  }
  const problem: ChainProblem = {
    ports: [{ id: 'laptop', bytesPerS: 4000 * MB, parent: null }],
    // Both cards of a pair are in readers from the beginning.
    readers: ['one', 'two'].map((id) => ({ id, bytesPerS: READING, port: 0 })),
    drives: speeds.map((writeBytesPerS, i) => ({ id: String(i), readBytesPerS: READING, writeBytesPerS, freeBytes: 1e12, port: 0, holder: String(i) })), // prettier-ignore
    cards: bytes.map((size, i) => ({ id: String(i), bytes: size, fromS: 0, to: [0, 1], readyByS: null })),
    copies: bytes.map((_, card) => ({ card, of: 0, to: 2, fromS: 0 })),
    people: [{ id: 'somebody', thereS: [[0, 86_400]] }],
    handlingS: 0,
    copiesWanted: 3,
    holdersWanted: 1,
    order: bytes.map((_, i) => i),
  }
  const { course, order } = bestCardOrder(problem, 150)
  const route = `/productions/${world.productionId}`
  const [server] = world.servers
  await world.ask(server!, `${route}/edits`, { id: uuidv7(), label: 'Chain', changes: [...cards, ...drives] })
  const inOrder = order.map((i) => cards[i]!)
  const from = performance.now()
  const begun = await world.ask<EveningBegun>(server!, `${route}/media/evening`, {
    copies: inOrder.map(({ id }) => ({ cardId: id, driveIds: drives.slice(0, 2).map((drive) => asId(drive.id)) })),
    relays: inOrder.map(({ id }) => ({ cardId: id, driveId: drives[2]!.id })),
  })
  const ids = begun!.json.jobs.map(({ id }) => id)
  for (;;) {
    const states = await world.query<{ state: string }>('SELECT state FROM job WHERE id = ANY($1)', [ids])
    if (states.every(({ state }) => state === 'done')) break
    if (states.some(({ state }) => state === 'failed')) throw new Error('A copy of the bench failed')
    await wait(100)
  }
  return { forecastS: course.allSafeS!, tookS: (performance.now() - from) / 1000 }
}
