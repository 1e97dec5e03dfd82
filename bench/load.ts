import { readFileSync } from 'node:fs'
import { connect } from 'node:net'
import { v7 as uuidv7 } from 'uuid'
import { readShotLine } from '@kavrell/core/shotlist'
import { parseScreenplay } from '@kavrell/core/script'
import { asId, rankOfNumber } from '@kavrell/core/records'
import { create, type World } from '../soak/world.ts'

const SHOTS = 10_000
const RECORDS = 20_000
const STREAMS = 100

export interface LoadFigures {
  readonly csvMs: number
  /** The longest anybody waited for an answer meanwhile. */
  readonly healthMs: number
  readonly csvMb: number
  readonly pdfMs: number
  readonly pdfHealthMs: number
  readonly updatesMs: number
  readonly strangerMs: number
  readonly streamsMb: number
  /** What it had before them. */
  readonly beforeMb: number
  /** The most that production files took that were brought, beyond what the server had; by what they were. */
  readonly importsMb: Readonly<Record<string, number>>
  readonly lineMs: number
  readonly screenplayMs: number
}

const now = () => performance.now()

/** Asks whether the server is there every 20 ms while something is done; the slowest answer. */
async function slowestAnswer(
  world: World,
  work: () => Promise<unknown>,
): Promise<{ tookMs: number; slowestMs: number }> {
  let slowestMs = 0
  let done = false
  const asking = (async () => {
    while (!done) {
      const from = now()
      await world.ask(world.servers[0]!, '/health')
      slowestMs = Math.max(slowestMs, now() - from)
      await new Promise((resolve) => setTimeout(resolve, 20))
    }
  })()
  const from = now()
  await work()
  const tookMs = now() - from
  done = true
  await asking
  return { tookMs, slowestMs }
}

/** What many records, strangers and readers that do not read do to a server. */
export async function measureLoad(world: World): Promise<LoadFigures> {
  const [server] = world.servers as [World['servers'][number]]
  const base = `/productions/${world.productionId}`
  const write = async (changes: readonly object[]) => {
    for (let at = 0; at < changes.length; at += 4000) {
      const body = { id: uuidv7(), label: 'Load', changes: changes.slice(at, at + 4000) }
      const answer = await world.ask<object>(server, `${base}/edits`, body)
      if (answer?.status !== 201) throw new Error(`Refused: ${JSON.stringify(answer?.json).slice(0, 300)}`)
    }
  }
  const get = async (route: string) => {
    const response = await fetch(`${server.address()}/api${base}${route}`, { headers: { cookie: world.cookie() } })
    if (response.status !== 200) throw new Error(`${route}: ${response.status}`)
    return (await response.arrayBuffer()).byteLength
  }
  const place = create('place', { name: 'Yard', latitudeDeg: 51.5, longitudeDeg: 1 })
  const scene = create('scene', { number: '1' })
  const day = create('day', { placeId: asId(place.id) })
  const people = Array.from({ length: 40 }, (_, i) => create('person', { name: `Person ${i}` }))
  const shots = Array.from({ length: SHOTS }, (_, i) =>
    create('shot', {
      sceneId: asId(scene.id),
      code: `1A${i}`,
      sees: `Shot number ${i}, of a list that is longer than anybody shoots`,
      personIds: [asId(people[i % 40]!.id)],
      rank: rankOfNumber(i),
    }),
  )
  await write([place, scene, day, ...people, ...shots])

  await get('/shots.csv')
  let csvBytes = 0
  const csv = await slowestAnswer(world, async () => {
    csvBytes = await get('/shots.csv')
  })

  const takes = Array.from({ length: RECORDS - SHOTS }, (_, i) =>
    create('take', {
      dayId: asId(day.id),
      slate: `1A${i}`,
      number: 1,
      shotIds: [asId(shots[i]!.id)],
      startTimecode: '10:00:00:00',
      startedAt: '2026-05-14T09:00:00.000Z',
    }),
  )
  await write(takes)
  const pdf = await slowestAnswer(world, () => get(`/days/${day.id}/call-sheet.pdf`))

  const update = (i: number) => ({
    op: 'update',
    kind: 'shot',
    id: shots[i]!.id,
    version: 1e6,
    fields: { minutes: 25 },
  })
  const changes = Array.from({ length: 5000 }, (_, i) => update(i))
  const from = now()
  const edited = await world.ask(server, `${base}/edits`, { id: uuidv7(), label: 'Many', changes })
  const updatesMs = edited?.status === 201 ? now() - from : Infinity

  const strangerMs = await refusedStranger(server.address())
  // A server that has done nothing yet: what it then has is the streams'.
  await server.kill()
  await server.start()
  const beforeMb = memoryMb(server.pid()!)

  return {
    csvMs: csv.tookMs,
    healthMs: csv.slowestMs,
    csvMb: csvBytes / 1e6,
    pdfMs: pdf.tookMs,
    pdfHealthMs: pdf.slowestMs,
    updatesMs,
    strangerMs,
    beforeMb,
    streamsMb: await unreadStreams(world),
    importsMb: await importMemory(world),
    lineMs: parsing(() => readShotLine(`3C ${' '.repeat(16_000)}Corin`, LINE)),
    screenplayMs: parsing(() =>
      parseScreenplay(`INT. SHED${' '.repeat(16_000)}- DAY\n\nEDDA${' '.repeat(16_000)}\nGo.`),
    ),
  }
}

const TAKING = { sensorWidthMm: 36, sensorHeightMm: 20.25, squeeze: 1 }
const LINE = { people: [], setups: [], cameras: [], shots: [], scenes: [], rigs: [], taking: TAKING, fps: 25, units: 'metric' } as const // prettier-ignore

function parsing(work: () => unknown): number {
  work()
  const from = now()
  work()
  return now() - from
}

/** A stranger's 8 MB to sign in, sent as fast as they go: until it is refused. */
async function refusedStranger(address: string): Promise<number> {
  const body = Buffer.from(JSON.stringify(Array.from({ length: 1_100_000 }, (_, i) => i)))
  const { hostname, port } = new URL(address)
  const once = () =>
    new Promise<number>((resolve, reject) => {
      const socket = connect(Number(port), hostname)
      const from = now()
      socket.on('data', (answer) => {
        socket.destroy()
        if (answer.toString().includes(' 413 ')) resolve(now() - from)
        else reject(new Error(`Answered ${answer.toString().slice(0, 40)}`))
      })
      socket.on('error', () => undefined)
      socket.write(
        `POST /api/sign-in HTTP/1.1\r\nhost: ${hostname}\r\nx-kavrell: 1\r\ncontent-type: application/json\r\ncontent-length: ${body.length}\r\n\r\n`,
      )
      socket.write(body)
    })
  const times: number[] = []
  for (let i = 0; i < 5; i++) times.push(await once())
  return Math.max(...times)
}

const memoryMb = (pid: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0) / 1024

/** Streams from the first edit on that nobody reads, and edits of a megabyte: the most memory the server had. */
async function unreadStreams(world: World): Promise<number> {
  const [server] = world.servers as [World['servers'][number]]
  const { hostname, port } = new URL(server.address())
  const sockets = Array.from({ length: STREAMS }, () => {
    const socket = connect(Number(port), hostname)
    socket.pause()
    socket.on('error', () => undefined)
    socket.write(
      `GET /api/productions/${world.productionId}/stream?after=0 HTTP/1.1\r\nhost: ${hostname}\r\ncookie: ${world.cookie()}\r\n\r\n`,
    )
    return socket
  })
  let most = 0
  const watch = setInterval(() => (most = Math.max(most, memoryMb(server.pid()!))), 50)
  const place = create('place', { name: 'Flood', directions: '' })
  const post = (changes: object[]) =>
    world.ask(server, `/productions/${world.productionId}/edits`, { id: uuidv7(), label: 'Flood', changes })
  await post([place])
  for (let i = 0; i < 300; i++)
    await post([
      { op: 'update', kind: 'place', id: place.id, version: 1e6, fields: { directions: `${i}`.padEnd(4000, 'x') } },
    ])
  await new Promise((resolve) => setTimeout(resolve, 3000))
  clearInterval(watch)
  for (const socket of sockets) socket.destroy()
  return most
}

const OWN = 'its own 20,000 records'

/** Brings a production file piece by piece, and again as a file nobody could have meant. */
async function importMemory(world: World): Promise<Record<string, number>> {
  const [server] = world.servers as [World['servers'][number]]
  const real = await fetch(`${server.address()}/api/productions/${world.productionId}/export.json`, {
    headers: { cookie: world.cookie() },
  })
  const file = Buffer.from(await real.arrayBuffer())
  const head = '{"format":"kavrell-production","version":1,"exportedAt":"","productionId":"x",'
  const times = (text: string, megabytes: number) =>
    (function* () {
      const piece = Buffer.from(text.repeat(Math.ceil(1e6 / text.length)))
      for (let i = 0; i < (megabytes * 1e6) / piece.length; i++) yield piece
    })()
  const files: Record<string, () => Generator<Buffer>> = {
    [OWN]: function* () {
      yield file
    },
    '500 MB of numbers': function* () {
      yield Buffer.from(`${head}"records":[`)
      yield* times('1,', 500)
    },
    '500 MB of one word': function* () {
      yield Buffer.from(`${head}"records":{"shot":{"a":"`)
      yield* times('xy', 500)
    },
    '500 MB of empty records': function* () {
      yield Buffer.from(`${head}"records":{"shot":[`)
      yield* times('{},', 500)
    },
    '500 MB of brackets': function* () {
      yield* times('[', 500)
    },
  }
  const most: Record<string, number> = {}
  for (const [name, pieces] of Object.entries(files)) {
    await server.kill()
    await server.start()
    const before = memoryMb(server.pid()!)
    most[name] = 0
    const look = () => (most[name] = Math.max(most[name]!, memoryMb(server.pid()!) - before))
    const watch = setInterval(look, 20)
    const answer = await fetch(`${server.address()}/api/productions/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-kavrell': '1', cookie: world.cookie() },
      body: new ReadableStream<Uint8Array>({
        async start(controller) {
          for (const piece of pieces()) {
            controller.enqueue(piece)
            while (controller.desiredSize !== null && controller.desiredSize < -8)
              await new Promise((r) => setTimeout(r, 1))
          }
          controller.close()
        },
      }),
      duplex: 'half',
    } as RequestInit)
    await answer.text()
    clearInterval(watch)
    if (answer.status !== (pieces === files[OWN] ? 201 : 422)) throw new Error(`${name}: ${answer.status}`)
  }
  return most
}
