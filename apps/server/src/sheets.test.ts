import { once } from 'node:events'
import { type AddressInfo, createServer, type Socket } from 'node:net'
import { QueryTypes } from 'sequelize'
import { SMTPServer } from 'smtp-server'
import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { start } from './start.ts'
import { create, openTestServer, type TestServer } from './testServer.ts'

type Row = Record<string, unknown> & { readonly id: string }
let world: TestServer
let demo = ''
let dayId = ''
const rows = async (kind: string): Promise<Row[]> => {
  const file = (await world.call('demo', `/productions/${demo}/export.json`)).json as unknown as {
    records: Record<string, Row[]>
  }
  return file.records[kind] ?? []
}
const person = async (name: string) => (await rows('person')).find((p) => String(p.name).startsWith(name))!
const issue = (personIds: readonly string[], id = uuidv7(), base = world.server) =>
  world.call('demo', `/productions/${demo}/sheets`, { id, dayId, personIds }, undefined, base)
const version = (answer: Awaited<ReturnType<typeof issue>>) => (answer.json as unknown as { version: number }).version
const sentTo = async (sheetId: string) => (await rows('delivery')).filter((d) => d.sentSheetId === sheetId)
const tokens = (sheetId: string, personId: string) =>
  world.server.services.database.query<{ token: string }>(
    'SELECT token FROM reading WHERE "sentSheetId" = :sheetId AND "personId" = :personId',
    { replacements: { sheetId, personId }, type: QueryTypes.SELECT },
  )

beforeAll(async () => {
  world = await openTestServer()
  demo = await world.enterDemo()
  dayId = (await rows('day')).find((d) => d.title === 'Day 1')!.id
})
afterAll(() => world?.close())

describe('issuing', () => {
  test('the same one asked for twice is one sheet, and nobody gets two messages', async () => {
    const id = uuidv7()
    const { id: edda } = await person('Edda')
    const first = await issue([edda, edda], id)
    const again = await issue([edda], id, world.second)
    expect([first.status, again.status]).toEqual([201, 201])
    expect(version(again)).toBe(version(first))
    expect((await rows('sentSheet')).filter((s) => s.id === id)).toHaveLength(1)
    expect(await sentTo(id)).toHaveLength(1)
  })
  test('asked again with more people, only those are told who were not', async () => {
    const id = uuidv7()
    const [edda, corin] = [await person('Edda'), await person('Corin')]
    await issue([edda.id], id)
    await issue([edda.id, corin.id], id)
    expect((await sentTo(id)).map((d) => d.personId).sort()).toEqual([edda.id, corin.id].sort())
  })
  test('nobody waits for a mail server that does not answer, and what came of it is written down then', async () => {
    const held: Socket[] = []
    const silent = createServer((socket) => held.push(socket)).listen(0, '127.0.0.1')
    await once(silent, 'listening')
    const { port } = silent.address() as AddressInfo
    const third = await start({
      ...world.settings,
      mail: { server: `smtp://127.0.0.1:${port}`, from: 'a@mail.example' },
    })
    const id = uuidv7()
    const edda = await person('Edda')
    expect((await issue([edda.id], id, third)).status).toBe(201)
    expect((await issue([edda.id], id, third)).status).toBe(201)
    expect([held.length, await sentTo(id)]).toEqual([1, []])
    for (const socket of held) socket.destroy()
    await third.stop()
    silent.close()
    expect(await sentTo(id)).toMatchObject([
      { personId: edda.id, status: 'failed', says: expect.stringMatching(/could not be sent now/) as string },
    ])
  })
  test('asked again while one message hangs, those whose message went get no second one', async () => {
    const taken: string[] = []
    const mail = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      // The first of them never gets an answer.
      onRcptTo: ({ address }, _, answer) => {
        if (taken.push(address) > 1) answer()
      },
      onData: (stream, _, answer) => stream.on('end', answer).resume(),
    })
    const port = await new Promise<number>((resolve) => {
      mail.listen(0, '127.0.0.1', () => resolve((mail.server.address() as AddressInfo).port))
    })
    const third = await start({
      ...world.settings,
      mail: { server: `smtp://127.0.0.1:${port}`, from: 'a@mail.example' },
    })
    const id = uuidv7()
    const both = [(await person('Edda')).id, (await person('Corin')).id]
    const first = issue(both, id, third)
    await expect.poll(() => taken.length).toBe(2)
    await new Promise((resolve) => setTimeout(resolve, 300))
    expect((await issue(both, id, third)).status).toBe(201)
    expect((await first).status).toBe(201)
    expect(taken).toHaveLength(2)
    mail.close(() => undefined)
    for (const client of (mail as unknown as { connections: Set<{ close: () => void }> }).connections) client.close()
    await third.stop()
    expect((await sentTo(id)).map((d) => d.status).sort()).toEqual(['failed', 'sent'])
  })
  test('by several at once on two servers: every sheet has a number of its own', async () => {
    const answers = await Promise.all(
      Array.from({ length: 8 }, (_, i) => issue([], uuidv7(), i % 2 ? world.second : world.server)),
    )
    expect(answers.map((a) => a.status)).toEqual(Array(8).fill(201))
    const numbers = answers.map(version).sort((a, b) => a - b)
    expect(numbers).toEqual(numbers.map((_, i) => numbers[0]! + i))
    const all = (await rows('sentSheet')).filter((s) => s.dayId === dayId).map((s) => s.number)
    expect(new Set(all).size).toBe(all.length)
  })
  test('a day without a place has no sheet, and says what to do', async () => {
    const day = create('day', { title: 'Pick-ups' })
    await world.call('demo', `/productions/${demo}/edits`, { id: uuidv7(), label: 'Test', changes: [day] })
    const answer = await world.call('demo', `/productions/${demo}/sheets`, {
      id: uuidv7(),
      dayId: day.id,
      personIds: [],
    })
    expect([answer.status, answer.json.refusal?.says]).toEqual([404, 'That day has no place yet. Choose one in Order.'])
  })
  test('an address that refuses is told as such, with the reason', async () => {
    const nobody = create('person', { name: 'No Address' })
    const refuses = create('person', { name: 'Bad Address', email: 'bad@bounce.example' })
    await world.call('demo', `/productions/${demo}/edits`, {
      id: uuidv7(),
      label: 'Test',
      changes: [nobody, refuses],
    })
    const id = uuidv7()
    await issue([nobody.id, refuses.id], id)
    expect((await sentTo(id)).map((d) => [d.status, d.says]).sort()).toEqual([
      ['bounced', 'The mail address was refused.'],
      ['no address', 'No mail address and no phone number.'],
    ])
  })
})

describe('reading', () => {
  test('opening a link writes nothing down; what is shown is the sheet that was sent, not the order now', async () => {
    const id = uuidv7()
    const edda = await person('Edda')
    await issue([edda.id], id)
    const [{ token }] = (await tokens(id, edda.id)) as [{ token: string }]
    const before = (await world.call(null, `/sheets/${token}`)).json as unknown as {
      sheet: { unitCall: string; order?: unknown }
      personId: string
      name: string
    }
    expect([before.personId, before.name]).toEqual([edda.id, edda.name])
    // The order is the planners' own.
    expect(before.sheet.order).toBeUndefined()
    const day = (await rows('day')).find((d) => d.id === dayId)!
    const moved = await world.call('demo', `/productions/${demo}/edits`, {
      id: uuidv7(),
      label: 'Later',
      changes: [{ op: 'update', kind: 'day', id: dayId, version: 1e6, fields: { callMin: Number(day.callMin) + 30 } }],
    })
    expect(moved.status).toBe(201)
    const after = (await world.call(null, `/sheets/${token}`)).json as unknown as { sheet: { unitCall: string } }
    expect(after.sheet.unitCall).toBe(before.sheet.unitCall)
    const statuses = (await sentTo(id)).map((d) => d.status)
    // Opened twice and read by nobody: a mail program opens links too.
    expect(statuses).toEqual(['simulated'])
  })
  test('read is said by the page, once for a person and a version however often and by whichever server', async () => {
    const id = uuidv7()
    const edda = await person('Edda')
    await issue([edda.id], id)
    const [{ token }] = (await tokens(id, edda.id)) as [{ token: string }]
    const said = await Promise.all(
      Array.from({ length: 6 }, (_, i) =>
        world.call(null, `/sheets/${token}/read`, {}, undefined, i % 2 ? world.second : world.server),
      ),
    )
    expect(said.map((a) => a.status)).toEqual(Array(6).fill(200))
    expect((await sentTo(id)).map((d) => d.status).sort()).toEqual(['read', 'simulated'])
    expect((await world.call(null, '/sheets/never/read', {})).status).toBe(404)
  })
  test('a link for a message by hand is that person’s own, and sent by hand is what it says', async () => {
    const id = uuidv7()
    const corin = await person('Corin')
    await issue([], id)
    const asked = { sentSheetId: id, personId: corin.id }
    const made = await world.call('demo', `/productions/${demo}/sheet-links`, asked)
    const { address } = made.json as unknown as { address: string }
    expect(await sentTo(id)).toEqual([])
    const opened = await world.call(null, `/sheets/${address.split('/').at(-1)!}`)
    expect(opened.json).toMatchObject({ name: corin.name })
    expect((await world.call('demo', `/productions/${demo}/sent-by-hand`, asked)).status).toBe(201)
    expect((await sentTo(id)).map((d) => d.status)).toEqual(['by hand'])
    const nobody = { sentSheetId: id, personId: uuidv7() }
    expect((await world.call('demo', `/productions/${demo}/sheet-links`, nobody)).status).toBe(404)
  })
  test('a link that was never given leads nowhere and tells nothing', async () => {
    const answer = await world.call(null, '/sheets/never')
    expect([answer.status, answer.json.refusal?.says]).toEqual([404, 'This link is no longer known.'])
  })
  test('a reminder is a message of its own with a link of its own; the old one still opens', async () => {
    const id = uuidv7()
    const edda = await person('Edda')
    await issue([edda.id], id)
    await world.call('demo', `/productions/${demo}/reminders`, { sentSheetId: id, personId: edda.id })
    const links = await tokens(id, edda.id)
    expect(links).toHaveLength(2)
    for (const { token } of links) expect((await world.call(null, `/sheets/${token}`)).status).toBe(200)
  })
  test('nobody is reminded who does not exist, nor of a sheet that does not', async () => {
    const [sheet] = await rows('sentSheet')
    const remind = (sentSheetId: string, personId: string) =>
      world.call('demo', `/productions/${demo}/reminders`, { sentSheetId, personId })
    expect((await remind(sheet!.id, uuidv7())).json.refusal?.says).toBe('There is no such person.')
    expect((await remind(uuidv7(), (await person('Edda')).id)).json.refusal?.says).toBe('There is no such sheet.')
  })
})

describe('on paper', () => {
  const pdf = async (path: string) => {
    const answer = await fetch(`${world.server.address}/api/productions/${demo}${path}`, {
      headers: { cookie: world.cookies.get('demo')! },
    })
    return Buffer.from(await answer.arrayBuffer())
  }
  test('an issued version stays byte for byte as it was issued, whatever the plan becomes', async () => {
    const id = uuidv7()
    await issue([], id)
    const first = await pdf(`/sheets/${id}/call-sheet.pdf`)
    expect(first.subarray(0, 5).toString()).toBe('%PDF-')
    // While it says what the plan says, it is also what the day hands out.
    expect((await pdf(`/days/${dayId}/call-sheet.pdf`)).equals(first)).toBe(true)
    const day = (await rows('day')).find((d) => d.id === dayId)!
    const moved = await world.call('demo', `/productions/${demo}/edits`, {
      id: uuidv7(),
      label: 'Two weeks later',
      changes: [{ op: 'update', kind: 'day', id: dayId, version: 1e6, fields: { date: '2026-05-28' } }],
    })
    expect([moved.status, day.date]).toEqual([201, '2026-05-14'])
    expect((await pdf(`/sheets/${id}/call-sheet.pdf`)).equals(first)).toBe(true)
    expect((await pdf(`/days/${dayId}/call-sheet.pdf`)).equals(first)).toBe(false)
  })
  test('whoever issues in another production under the same id touches neither sheet nor paper', async () => {
    const id = uuidv7()
    await issue([], id)
    const kept = await pdf(`/sheets/${id}/call-sheet.pdf`)
    const place = create('place', { name: 'Elsewhere' })
    const day = create('day', { title: 'Another day', placeId: place.id })
    const own = `/productions/${world.productionId}`
    const made = await world.call('owner', `${own}/edits`, { id: uuidv7(), label: 'Test', changes: [place, day] })
    const issued = await world.call('owner', `${own}/sheets`, { id, dayId: day.id, personIds: [] })
    expect(made.status).toBe(201)
    expect(issued.status).toBeGreaterThanOrEqual(400)
    expect((await pdf(`/sheets/${id}/call-sheet.pdf`)).equals(kept)).toBe(true)
  })
})
