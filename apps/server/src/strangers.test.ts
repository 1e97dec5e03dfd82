import { request } from 'node:http'
import { Readable } from 'node:stream'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { readImport } from './imports/readImport.ts'
import { openTestServer, type TestServer } from './testServer.ts'
import { MOST_FAULTS } from '@kavrell/contract'
import { blank } from '@kavrell/core/records'

let world: TestServer
beforeAll(async () => {
  world = await openTestServer()
})
afterAll(() => world?.close())

const bigArray = JSON.stringify(Array.from({ length: 1_000_000 }, (_, i) => i))

/** Sends a body by hand, so that it can be chunked. Gives the answer, and how much was taken of what was offered. */
const post = (route: string, body: string, headers: Record<string, string> = {}) =>
  new Promise<{ status: number; text: string }>((resolve, reject) => {
    const { hostname, port } = new URL(world.server.address)
    const sending = request(
      {
        hostname,
        port,
        path: `/api${route}`,
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-kavrell': '1', ...headers },
      },
      (answer) => {
        let text = ''
        answer.on('data', (piece: Buffer) => (text += piece.toString()))
        answer.on('end', () => resolve({ status: answer.statusCode!, text }))
      },
    )
    // The server may close while this is still sending: what it answered is what counts.
    sending.on('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EPIPE' || error.code === 'ECONNRESET' ? undefined : reject(error),
    )
    sending.end(body)
  })

describe('somebody who is not signed in', () => {
  test.each(['/sign-in', '/set-up', '/join', '/enter-demo', '/productions', '/productions/x/edits'])(
    'sends no megabytes to %s: refused before they are read',
    async (route) => {
      expect((await post(route, bigArray)).status).toBe(413)
    },
  )
  test('nor in pieces whose length is not said before', async () => {
    expect((await post('/sign-in', bigArray, { 'transfer-encoding': 'chunked' })).status).toBe(413)
  })
  test('with a session that does not hold is a stranger too', async () => {
    expect((await post('/sign-in', bigArray, { cookie: 'kavrell=made-up' })).status).toBe(413)
  })
  test('can still sign in', async () => {
    const body = JSON.stringify({ name: 'Owner', password: 'correct horse battery' })
    expect((await post('/sign-in', body)).status).toBe(200)
  })
})

test('a member’s large edit is read, and what no text holds is left out of it at any depth', async () => {
  const id = '01900000-0000-7000-8000-00000000aaaa'
  const place = { op: 'create', kind: 'place', id, fields: {} }
  const fields = blank('place', { name: 'Ya\0rd \ud800', directions: 'x'.repeat(3000) })
  expect((await world.edit('owner', [{ ...place, fields }])).status).toBe(201)
  expect((await world.snapshot()).records.place[id]!.name).toBe('Yard')
})

describe('importing a production', () => {
  test.each(['reader', 'logger'])('is not for a %s who joined by a link', async (role) => {
    const link = await world.call('owner', `/productions/${world.productionId}/invitations`, { role, minutes: 10 })
    const token = (link.json as unknown as { address: string }).address.split('/join/')[1]
    const joined = await world.call(null, '/join', { token, name: `Joined as ${role}` })
    const answer = await post('/productions/import', '{}', { cookie: joined.cookie! })
    expect(answer.status).toBe(403)
    expect((await post('/productions', '{"title":"Mine","mainsHz":50}', { cookie: joined.cookie! })).status).toBe(403)
  })
  test('stops at the first faults, and others are answered meanwhile', async () => {
    const bad = { id: 'no id', version: 0, name: 'x'.repeat(200) }
    const records = JSON.stringify(Array.from({ length: 100_000 }, () => bad))
    const file = `{"format":"kavrell-production","version":4,"exportedAt":"","productionId":"x","records":{"place":${records}}}`
    const importing = post('/productions/import', file, { cookie: world.cookies.get('owner')! })
    let answered = 0
    let done = false
    void importing.then(() => (done = true))
    while (!done) {
      await world.call(null, '/health')
      answered++
    }
    const answer = await importing
    expect(answer.status).toBe(422)
    const { says } = (JSON.parse(answer.text) as { refusal: { says: string } }).refusal
    expect(says.match(/A record has an id/g)!.length).toBeGreaterThan(MOST_FAULTS / 2)
    expect(says.length).toBeLessThan(2000)
    expect(says).toMatch(/There may be more: it was not read on/)
    expect(answered).toBeGreaterThan(1)
  })
  test('one word without an end is left soon', async () => {
    function* endless() {
      yield '{"format":"kavrell-production","version":4,"records":{"place":[{"id":"'
      for (let i = 0; i < 100; i++) yield 'x'.repeat(1e6)
    }
    expect(await readImport(Readable.from(endless()), async () => 'used')).toMatchObject({
      ok: false,
      error: { says: expect.stringMatching(/more than a production can/) },
    })
  })
  test('one record as large as memory is refused in words, and the server lives', async () => {
    function* endless() {
      yield '{"format":"kavrell-production","version":4,"records":{"place":[{"id":"x","list":['
      for (let i = 0; i < 3000; i++) yield '{"a":[1,2,3]},'.repeat(5000)
    }
    const outcome = await readImport(Readable.from(endless()), async () => 'used')
    expect(outcome).toMatchObject({
      ok: false,
      error: { code: 'invalid', says: expect.stringMatching(/more than a production can/) },
    })
    expect((await world.call(null, '/health')).status).toBe(200)
  })
  test.each([
    ['{"format":"kavrell-production","version":4,', /ends in the middle/],
    ['not json at all', /This is no JSON document/],
    ['', /ends in the middle/],
  ])('%j is no file of ours', async (text, why) => {
    const answer = await post('/productions/import', text, { cookie: world.cookies.get('owner')! })
    expect(answer.status).toBe(422)
    expect(answer.text).toMatch(why)
  })
})
