import { mkdir, readdir, readFile, writeFile } from 'node:fs/promises'
import { request } from 'node:http'
import path from 'node:path'
import { QueryTypes } from 'sequelize'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { openDatabase } from './records/database.ts'
import { type Running, start } from './start.ts'
import { create, openTestServer, type TestServer } from './testServer.ts'
import { readSnapshot, type Role, ROLES, type SnapshotOnTheWay } from '@kavrell/contract'
import { blank, fieldsOf, KIND_NAMES, KINDS } from '@kavrell/core/records'

let world: TestServer
let server: Running, second: Running
let admin = '',
  media = '',
  productionId = ''
let cookies: Map<string, string>
let call: TestServer['call']
const edit = (who: string, changes: unknown[], id = uuidv7()) =>
  call(who, `/productions/${productionId}/edits`, { id, label: 'Test', changes })
const snapshot = async (who = 'owner') =>
  readSnapshot((await call(who, `/productions/${productionId}/snapshot`)).json as unknown as SnapshotOnTheWay)
const place = (name = 'Yard') => create('place', { name })

beforeAll(async () => {
  world = await openTestServer()
  ;({ server, second, admin, media, productionId, cookies, call } = world)
}, 240_000)
afterAll(() => world?.close())

test('the migrated database has the columns that the contract says', async () => {
  const rows = await server.services.database.query<{
    table_name: string
    column_name: string
    data_type: string
    is_nullable: string
  }>(
    "SELECT table_name, column_name, data_type, is_nullable FROM information_schema.columns WHERE table_schema = 'public'",
    { type: QueryTypes.SELECT },
  )
  for (const kind of KIND_NAMES)
    for (const [name, { column }] of Object.entries(fieldsOf(kind))) {
      const found = rows.find((r) => r.table_name === kind && r.column_name === name)
      expect([
        kind,
        name,
        found?.data_type.replace('timestamp with time zone', 'timestamptz'),
        found?.is_nullable,
      ]).toEqual([kind, name, column.type, column.nullable ? 'YES' : 'NO'])
    }
})

describe('the door', () => {
  test('an edit is atomic: one bad change and nothing is written', async () => {
    const before = await snapshot()
    const good = place('Never seen')
    const answer = await edit('owner', [good, create('circuit', { placeId: good.id, ratingA: -1 })])
    expect(answer.json.refusal).toMatchObject({
      code: 'invalid',
      field: 'ratingA',
      says: 'A rating is more than 0 A, such as 13 or 16.',
    })
    const after = await snapshot()
    expect([after.seq, after.records.place]).toEqual([before.seq, before.records.place])
  })
  test('the same edit twice has effect once', async () => {
    const id = uuidv7(),
      one = place('Once')
    const first = await edit('owner', [one], id),
      again = await edit('owner', [one], id)
    expect([first.status, again.status, (again.json as unknown as { repeated: boolean }).repeated]).toEqual([
      201,
      200,
      true,
    ])
    expect((first.json as unknown as { seq: number }).seq).toBe((again.json as unknown as { seq: number }).seq)
  })
  test('different fields merge; the same field clashes and brings the current value', async () => {
    const yard = place('Yard')
    const { seq } = (await edit('owner', [yard])).json as unknown as { seq: number }
    const change = (who: string, fields: object) =>
      edit(who, [{ op: 'update', kind: 'place', id: yard.id, version: seq, fields }])
    expect((await change('owner', { name: 'River yard' })).status).toBe(201)
    expect((await change('planner', { noise: 'Band saw' })).status).toBe(201)
    const clash = await change('planner', { name: 'Other yard' })
    expect(clash.status).toBe(409)
    expect(clash.json.refusal).toMatchObject({ code: 'clash', field: 'name', current: 'River yard' })
    expect((await snapshot()).records.place[yard.id]).toMatchObject({ name: 'River yard', noise: 'Band saw' })
  })
  test('what is still used cannot be removed, by key or by list', async () => {
    const yard = place('Used'),
      scene = create('scene', { number: '9' }),
      person = create('person', { name: 'Edda' })
    const shot = create('shot', { sceneId: scene.id, code: '9A', personIds: [person.id] })
    expect((await edit('owner', [yard, create('spot', { placeId: yard.id }), scene, person, shot])).status).toBe(201)
    const { seq } = await snapshot()
    for (const [kind, id] of [
      ['place', yard.id],
      ['person', person.id],
    ])
      expect((await edit('owner', [{ op: 'remove', kind, id, version: seq }])).json.refusal?.code).toBe(
        'still-referenced',
      )
    expect(
      (
        await edit('owner', [
          { op: 'remove', kind: 'shot', id: shot.id, version: seq },
          { op: 'remove', kind: 'person', id: person.id, version: seq },
        ])
      ).status,
    ).toBe(201)
  })
  test('references into nowhere and fields that do not exist are refused', async () => {
    expect((await edit('owner', [create('spot', { placeId: uuidv7() })])).json.refusal?.code).toBe('missing-reference')
    expect((await edit('owner', [{ ...place(), fields: { ...place().fields, owner: 'me' } }])).json.refusal?.code).toBe(
      'invalid',
    )
  })
  test.each<[string, Parameters<typeof blank>[0], object, RegExp]>([
    ['focal length 0', 'shot', { focalLengthMm: 0 }, /more than 0 mm/],
    ['T0', 'shot', { tStop: 0 }, /between T0.7 and T64/],
    ['negative distance', 'shot', { distanceM: -1 }, /more than 0 m/],
    ['shutter over 360°', 'shot', { shutterDeg: 361 }, /between 1° and 360°/],
    ['coordinates off the globe', 'place', { latitudeDeg: 91 }, /between −90/],
    ['a place that closes before it opens', 'place', { opensMin: 600, closesMin: 500 }, /after opening/],
    ['drop-frame at 25', 'deliverable', { dropFrame: true }, /only at 29.97 and 59.94/],
  ])('%s is refused with what would be right', async (_, kind, fields, says) => {
    const scene = create('scene', {})
    const answer = await edit('owner', [
      scene,
      create(kind, { ...(kind === 'shot' ? { sceneId: scene.id } : {}), ...fields }),
    ])
    expect(answer.status).toBe(422)
    expect(answer.json.refusal?.says).toMatch(says)
  })
})

describe('ledgers', () => {
  test('are only added to, at the door and in the database itself', async () => {
    const yard = place('L'),
      day = create('day', { placeId: yard.id })
    const take = create('take', { dayId: day.id, slate: '1A', startedAt: new Date().toISOString() })
    expect((await edit('logger', [take])).json.refusal?.code).toBe('missing-reference')
    expect((await edit('owner', [yard, day])).status).toBe(201)
    expect((await edit('logger', [take])).status).toBe(201)
    expect(
      (await edit('owner', [{ op: 'update', kind: 'take', id: take.id, version: 99, fields: { slate: '1B' } }])).json
        .refusal?.code,
    ).toBe('ledger')
    const ledgers = [...KIND_NAMES.filter((k) => KINDS[k].ledger), 'edit']
    const harm = [
      ...ledgers.map((table) => `TRUNCATE "${table}" CASCADE`),
      ...ledgers.map((table) => `DELETE FROM "${table}"`),
      'UPDATE take SET slate = slate',
      'UPDATE edit SET label = label',
    ]
    // Neither by the server nor by who owns the tables.
    const owner = openDatabase(world.settings.ownerUrl)
    for (const sql of harm) {
      await expect(server.services.database.query(sql)).rejects.toThrow(/permission denied/)
      // Of an empty table no row is there to be refused.
      if (/TRUNCATE|take\b|edit\b/.test(sql)) await expect(owner.query(sql)).rejects.toThrow(/only added to/)
    }
    await owner.close()
  })
  test.each([
    'CREATE TABLE more (id int)',
    'DROP TABLE place',
    'CREATE DATABASE more',
    'CREATE ROLE more',
    'SELECT * FROM "SequelizeMeta"',
    'TRUNCATE place CASCADE',
  ])('the server’s own role may not: %s', (sql) =>
    expect(server.services.database.query(sql)).rejects.toThrow(/permission denied|must be owner/),
  )
  test('a wipe is refused while the rule is not met, whoever asks', async () => {
    const card = create('card', { label: 'Z9', folder: 'Z9' })
    await edit('owner', [card])
    const answer = await edit('owner', [create('wipe', { cardId: card.id, wipedAt: new Date().toISOString() })])
    expect(answer.json.refusal?.says).toMatch(/Do not wipe this card. 0 copies of 3/)
  })
})

describe('rights', () => {
  const may: Record<Role, [plan: number, log: number]> = {
    owner: [201, 201],
    planner: [201, 201],
    logger: [403, 201],
    reader: [403, 403],
  }
  test.each(ROLES)('%s', async (role) => {
    const yard = place(),
      day = create('day', { placeId: yard.id })
    await edit('owner', [yard, day])
    expect([
      (await edit(role, [place()])).status,
      (await edit(role, [create('take', { dayId: day.id, slate: '1A', startedAt: new Date().toISOString() })])).status,
    ]).toEqual(may[role])
    expect(
      (await edit(role, [create('copyCheck', { copyRunId: uuidv7(), checkedAt: new Date().toISOString() })])).status,
    ).toBe(403)
    expect(
      (
        await call(role, `/productions/${productionId}/members`, {
          name: 'x',
          password: 'correct horse battery',
          role: 'owner',
        })
      ).status === 201,
    ).toBe(role === 'owner')
    expect(
      (await call(role, `/productions/${productionId}/media/copies`, { cardId: uuidv7(), driveIds: [uuidv7()] }))
        .status,
    ).toBe(role === 'reader' ? 403 : 404)
  })
  test('strangers, other productions and other sites get nothing', async () => {
    const other = (
      (await call('owner', '/productions', { title: 'Other', mainsHz: 60 })).json as unknown as { id: string }
    ).id
    for (const route of ['snapshot', 'members', 'media/volumes', `days/${uuidv7()}/call-sheet.pdf`]) {
      expect((await call(null, `/productions/${other}/${route}`)).status).toBe(401)
      expect((await call('planner', `/productions/${other}/${route}`)).status).toBe(404)
    }
    expect(
      (await call('owner', `/productions/${productionId}/edits`, { id: uuidv7(), label: 'x', changes: [place()] }, {}))
        .status,
    ).toBe(403)
    expect((await call(null, '/sign-in', { name: 'Owner', password: 'wrong wrong wrong' })).status).toBe(403)
    expect((await call(null, '/set-up', { name: 'Usurper', password: 'correct horse battery' })).status).toBe(403)
  })
})

describe('joining', () => {
  const invite = async (role = 'logger', minutes = 60) =>
    (await call('owner', `/productions/${productionId}/invitations`, { role, minutes })).json as unknown as {
      id: string
      address: string
    }
  const tokenOf = (address: string) => address.split('/join/')[1]!
  const join = (token: string, name: string) => call(null, '/join', { token, name })

  test('by a link: one production, one role, and the code says the same as the link', async () => {
    const { address } = await invite()
    expect(address).toBe(`${server.address}/join/${tokenOf(address)}`)
    expect((await call(null, `/join/${tokenOf(address)}`)).json).toEqual({ title: 'Test', role: 'logger' })
    const joined = await join(tokenOf(address), 'Sadie Quill')
    expect(joined.json.productions).toEqual([{ id: productionId, title: 'Test', role: 'logger' }])
    cookies.set('joined', joined.cookie!)
    expect((await edit('joined', [place()])).status).toBe(403)
    expect((await call('joined', `/productions/${productionId}/invitations`)).status).toBe(403)
    expect((await join(tokenOf(address), 'Sadie Quill')).json.refusal?.says).toMatch(/Add your surname/)
  })
  test('a link that is withdrawn, has expired or was never given leads nowhere, and all three say the same', async () => {
    const withdrawn = await invite(),
      expired = await invite()
    await call('owner', `/productions/${productionId}/invitations/${withdrawn.id}/withdraw`, {})
    await server.services.database.query(
      `UPDATE invitation SET "expiresAt" = now() - interval '1 second' WHERE id = :id`,
      { replacements: { id: expired.id } },
    )
    const answers = await Promise.all(
      [tokenOf(withdrawn.address), tokenOf(expired.address), 'never'].map((token) => join(token, 'X')),
    )
    expect(answers.map((a) => [a.status, a.json.refusal?.says])).toEqual(
      Array(3).fill([404, 'This link does not hold any more. Ask for a new one.']),
    )
  })
  test('the database keeps no token that could be used', async () => {
    const { address } = await invite()
    const [row] = await server.services.database.query<Record<string, unknown>>(
      'SELECT * FROM invitation ORDER BY id DESC LIMIT 1',
      { type: QueryTypes.SELECT },
    )
    expect(JSON.stringify(row)).not.toContain(tokenOf(address))
  })
  test('nobody is invited to own, nor for longer than two weeks', async () => {
    const ask = (role: string, minutes: number) =>
      call('owner', `/productions/${productionId}/invitations`, { role, minutes })
    expect((await ask('owner', 60)).status).toBe(422)
    expect((await ask('logger', 30_000)).json.refusal?.says).toBe('A link holds for two weeks at most.')
  })
  test('the owner sees who is signed in where, and ends it', async () => {
    const { address } = await invite('reader')
    const cookie = (await join(tokenOf(address), 'Idris Vane')).cookie!
    cookies.set('idris', cookie)
    expect((await call('idris', `/productions/${productionId}/snapshot`)).status).toBe(200)
    const list = (await call('owner', `/productions/${productionId}/sessions`)).json as unknown as {
      id: string
      name: string
      current: boolean
    }[]
    expect(list.filter((s) => s.current).map((s) => s.name)).toEqual(['Owner'])
    const his = list.find((s) => s.name === 'Idris Vane')!
    expect((await call('planner', `/productions/${productionId}/sessions/${his.id}/end`, {})).status).toBe(403)
    expect((await call('owner', `/productions/${productionId}/sessions/${his.id}/end`, {})).status).toBe(200)
    expect((await call('idris', `/productions/${productionId}/snapshot`)).status).toBe(401)
    expect((await call('owner', `/productions/${productionId}/sessions/${his.id}/end`, {})).status).toBe(404)
  })
})

describe('open to the network', () => {
  test('only once an owner has a password', async () => {
    const name = `closed_${Date.now()}`
    const owner = openDatabase(admin)
    await owner.query(`CREATE DATABASE ${name}`)
    await owner.close()
    const databaseUrl = admin.replace(/\/[^/]*$/, `/${name}`)
    const settings = { databaseUrl, port: 0, mediaRoot: media, webFolder: null, host: '0.0.0.0' }
    await expect(start(settings)).rejects.toThrow(/no owner with a password yet/)
    const local = await start({ ...settings, host: '127.0.0.1' })
    await call(null, '/set-up', { name: 'Owner', password: 'correct horse battery' }, { 'x-kavrell': '1' }, local)
    await local.stop()
    const open = await start(settings)
    expect(open.networkAddress).toMatch(/^http:\/\/\d+\.\d+\.\d+\.\d+:\d+$/)
    await open.stop()
  })
  test('a name that is not this machine’s gets nothing', async () => {
    const ask = (host: string) =>
      new Promise<number>((resolve, reject) => {
        const { port } = new URL(server.address)
        request({ port, path: '/api/health', headers: { host } }, (response) => {
          response.resume()
          resolve(response.statusCode!)
        })
          .on('error', reject)
          .end()
      })
    expect([await ask('localhost'), await ask('evil.example'), await ask('127.0.0.1:99')]).toEqual([200, 403, 200])
  })
})

describe('the stream', () => {
  test('goes on from the last number seen, across server processes, without gaps', async () => {
    const from = (await snapshot()).seq
    await edit('owner', [place('Before')])
    const stream = await world.listen('reader', from, second)
    await stream.until(() => stream.edits().length === 1)
    await Promise.all(Array.from({ length: 8 }, (_, i) => edit('owner', [place(`Live ${i}`)])))
    await stream.until(() => stream.edits().length === 9)
    stream.stop()
    expect(stream.edits().map((e) => e.seq)).toEqual(Array.from({ length: 9 }, (_, i) => from + 1 + i))
  })
})

test('the demo loads through the door: cards really copied and checked, a sheet really sent and read', async () => {
  productionId = await world.enterDemo()
  const { records } = await snapshot('demo')
  expect(Object.values(records.copyCheck).map((c) => c.outcome)).toEqual(Array(9).fill('same'))
  expect(Object.values(records.delivery).filter((d) => d.status === 'read')).toHaveLength(6)
  expect(Object.values(records.delivery).some((d) => d.status === 'bounced')).toBe(true)
  const card = Object.values(records.card).find((c) => c.label === 'A1')!
  const wipe = () =>
    call('demo', `/productions/${productionId}/edits`, {
      id: uuidv7(),
      label: 'Wipe',
      changes: [create('wipe', { cardId: card.id, wipedAt: new Date().toISOString() })],
    })
  // One bit on one drive, found by checking again, turns the yes into a no.
  const run = Object.values(records.copyRun).find((r) => r.cardId === card.id)!
  const drive = records.drive[run.driveId as string]!
  const file = path.join(media, 'drives', drive.folder, run.folder, 'CLIPS/A001C001.mov')
  const bytes = await readFile(file)
  bytes[100]! ^= 1
  await writeFile(file, bytes)
  expect((await call('demo', `/productions/${productionId}/media/checks`, { copyRunId: run.id })).status).toBe(202)
  await server.services.jobs.quiet()
  expect((await wipe()).json.refusal?.says).toMatch(/did not pass its check/)
  bytes[100]! ^= 1
  await writeFile(file, bytes)
  await call('demo', `/productions/${productionId}/media/checks`, { copyRunId: run.id })
  await server.services.jobs.quiet()
  expect((await wipe()).status).toBe(201)
  const day = Object.values(records.day).find((d) => d.title === 'Day 1')!
  const base = `/productions/${productionId}/days/${day.id}`
  expect((await call('demo', `${base}/call-sheet.pdf`)).text.slice(0, 5)).toBe('%PDF-')
  expect((await call('demo', `${base}/takes.csv`)).text.split('\r\n')[0]).toBe(
    'slate,take,verdict,wild,start,end,seconds,cameras,sound,notes',
  )
  const otio = JSON.parse((await call('demo', `${base}/takes.otio`)).text) as {
    OTIO_SCHEMA: string
    tracks: {
      children: {
        children: { name: string; source_range: { start_time: { value: number }; duration: { value: number } } }[]
      }[]
    }
  }
  expect(otio.OTIO_SCHEMA).toBe('Timeline.1')
  expect(otio.tracks.children[0]!.children[0]).toMatchObject({
    name: '1A take 1 A',
    source_range: { start_time: { value: (5 * 3600 + 4 * 60 + 12) * 25 }, duration: { value: 42 * 25 } },
  })
}, 240_000)

test('a copy can be stopped; nothing of it counts, and the drive keeps nothing that looks finished', async () => {
  await mkdir(path.join(media, 'cards/BIG'), { recursive: true })
  await writeFile(path.join(media, 'cards/BIG/long.mov'), Buffer.alloc(30_000_000, 1))
  const { records } = await snapshot('demo')
  const card = create('card', { label: 'BIG', folder: 'BIG' }),
    slow = Object.values(records.drive).find((d) => d.label === 'H1')!
  await call('demo', `/productions/${productionId}/edits`, { id: uuidv7(), label: 'List', changes: [card] })
  const job = (
    await call('demo', `/productions/${productionId}/media/copies`, { cardId: card.id, driveIds: [slow.id] })
  ).json as unknown as { id: string; state: string }
  expect(job.state).toBe('waiting')
  expect(
    (await call('demo', `/productions/${productionId}/media/copies`, { cardId: card.id, driveIds: [slow.id] })).json
      .refusal?.says,
  ).toMatch(/is being copied already/)
  await call('demo', `/productions/${productionId}/media/jobs/${job.id}/stop`, {})
  await server.services.jobs.quiet()
  const after = await snapshot('demo')
  expect(after.jobs.find((j) => j.id === job.id)).toMatchObject({
    state: 'stopped',
    problems: ['Stopped by hand. Only copies that are listed count.'],
  })
  expect(Object.values(after.records.copyRun).filter((run) => run.cardId === card.id)).toEqual([])
  const left = await readdir(path.join(media, 'drives/H1'), { recursive: true })
  expect(left.filter((name) => name.includes('BIG') && /long\.mov|checksums/.test(name))).toEqual([])
})

test('a full drive is told on the job and in the ledger, and the card is not called safe', async () => {
  await mkdir(path.join(media, 'drives/TINY'), { recursive: true })
  await writeFile(path.join(media, 'drives/TINY.volume.json'), JSON.stringify({ capacityBytes: 1000 }))
  const { records } = await snapshot('demo')
  const drive = create('drive', { label: 'TINY', folder: 'TINY' }),
    card = Object.values(records.card).find((c) => c.label === 'A2')!
  await call('demo', `/productions/${productionId}/edits`, { id: uuidv7(), label: 'List', changes: [drive] })
  await call('demo', `/productions/${productionId}/media/copies`, { cardId: card.id, driveIds: [drive.id] })
  await server.services.jobs.quiet()
  const run = Object.values((await snapshot('demo')).records.copyRun).find(
    (r) => r.driveId === drive.id,
  ) as unknown as { outcome: string; problems: string[] }
  expect(run.outcome).toBe('incomplete')
  expect(run.problems.join()).toMatch(/the drive is full/)
})
