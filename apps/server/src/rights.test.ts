import { v7 as uuidv7 } from 'uuid'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { asServer } from './edits/writing.ts'
import { create, openTestServer, type TestServer } from './testServer.ts'
import { type Role, ROLES } from '@kavrell/contract'
import { blank, KIND_NAMES, type KindName, KINDS } from '@kavrell/core/records'

let world: TestServer
/** One record of every kind, in our production and in another one that only its owner is in. */
const ours = new Map<KindName, string>()
const theirs = new Map<KindName, string>()
let otherProduction = ''

const NOW = new Date().toISOString()
const SERVER_ONLY = new Set<KindName>(['copyRun', 'copyCheck', 'clip', 'sentSheet', 'delivery'])

/** Fields that make a valid record of a kind, pointing at others of the same production. */
function fieldsFor(kind: KindName, ids: ReadonlyMap<KindName, string>): object {
  const refs = Object.entries(KINDS[kind].fields)
    .filter(([, field]) => field.column.ref && !field.column.nullable)
    .map(([name, field]) => [name, ids.get((field.column as { ref: KindName }).ref)])
  const instants = Object.entries(KINDS[kind].fields)
    .filter(([, field]) => field.column.type === 'timestamptz' && !field.column.nullable)
    .map(([name]) => [name, NOW])
  const own: Partial<Record<KindName, object>> = {
    acceptance: { check: 'x', about: 'y', evidence: 'z', reason: 'because' },
    take: { slate: '1A' },
    picture: { fileId: 'a'.repeat(64) },
    fixedEvent: { title: 'Tide' },
    run: { cameraId: ids.get('camera') },
    cardMove: { cameraId: ids.get('camera') },
    batteryChange: { cameraId: ids.get('camera') },
    jam: { cameraId: ids.get('camera') },
    custody: { cardId: ids.get('card') },
    clockLook: { cameraId: ids.get('camera'), shown: '09:00:00:00' },
    soundWay: { cameraId: ids.get('camera') },
    pictureWay: { cameraId: ids.get('camera') },
    setUpLook: { shown: '25' },
    clip: { reading: 'a', path: 'A.mov' },
    cardLook: { reading: 'a' },
    stepDone: { step: 'Sandbags' },
    faultTry: { part: 'cable' },
    syncPlace: { file: 'A.wav', reference: 'R.wav' },
  }
  return { ...Object.fromEntries(refs), ...Object.fromEntries(instants), ...own[kind] }
}

/** Kinds in an order in which each comes after those it points at. */
function inOrder(): KindName[] {
  const done: KindName[] = []
  const visit = (kind: KindName) => {
    if (done.includes(kind)) return
    for (const field of Object.values(KINDS[kind].fields)) {
      const to = (field.column as { ref?: KindName }).ref
      if (to && to !== kind && !field.column.nullable) visit(to)
    }
    done.push(kind)
  }
  KIND_NAMES.forEach(visit)
  return done.filter((kind) => kind !== 'production')
}

async function fill(productionId: string, ids: Map<KindName, string>): Promise<void> {
  ids.set('production', productionId)
  for (const kind of inOrder()) {
    const change = create(kind, fieldsFor(kind, ids))
    ids.set(kind, change.id)
    // A wipe must be earned; the rest the server may write.
    if (kind === 'wipe') continue
    const outcome = await world.server.services.door.acceptEdit(asServer('Test'), productionId, {
      id: uuidv7(),
      label: 'Fill',
      changes: [change],
    })
    expect([kind, outcome]).toMatchObject([kind, { ok: true }])
  }
}

beforeAll(async () => {
  world = await openTestServer()
  const made = await world.call('owner', '/productions', { title: 'Other', mainsHz: 60 })
  otherProduction = (made.json as unknown as { id: string }).id
  await fill(world.productionId, ours)
  await fill(otherProduction, theirs)
})
afterAll(() => world?.close())

const PLAN: Record<Role, boolean> = { owner: true, planner: true, logger: false, reader: false }
const LOG: Record<Role, boolean> = { owner: true, planner: true, logger: true, reader: false }

describe.each(ROLES)('%s', (role) => {
  test.each(inOrder())('may write %s as the table says', async (kind) => {
    const { ledger } = KINDS[kind]
    const may = SERVER_ONLY.has(kind) ? false : ledger ? LOG[role] : PLAN[role]
    const change = create(kind, fieldsFor(kind, ours))
    const made = await world.edit(role, [change])
    if (kind === 'wipe') {
      // Allowed to ask, and refused for the copies that lack; or not allowed at all.
      expect([made.status, /Do not wipe/.test(made.text)]).toEqual([may ? 422 : 403, may])
      return
    }
    expect([kind, made.status]).toEqual([kind, may ? 201 : 403])
    const id = may ? change.id : ours.get(kind)!
    const first = Object.entries(KINDS[kind].fields).find(([, f]) => !f.column.ref)
    const update = {
      op: 'update',
      kind,
      id,
      version: 1e6,
      fields: first ? { [first[0]]: valueOf(kind, first[0]) } : {},
    }
    const changed = await world.edit(role, [update])
    expect([kind, changed.status]).toEqual([kind, ledger ? 409 : may ? 201 : 403])
    const removed = await world.edit(role, [{ op: 'remove', kind, id, version: 1e6 }])
    expect([kind, removed.status]).toEqual([kind, ledger ? 409 : may ? 201 : 403])
  })

  test('may change the production only as a planner may, and never make or remove it', async () => {
    const id = world.productionId
    const update = { op: 'update', kind: 'production', id, version: 1e6, fields: { client: role } }
    expect((await world.edit(role, [update])).status).toBe(PLAN[role] ? 201 : 403)
    expect((await world.edit(role, [{ op: 'remove', kind: 'production', id, version: 1e6 }])).status).toBe(403)
    expect((await world.edit(role, [create('production', {})])).status).toBe(403)
  })
})

const valueOf = (kind: KindName, field: string): unknown =>
  (fieldsFor(kind, ours) as Record<string, unknown>)[field] ?? (blank(kind) as Record<string, unknown>)[field]

/** Every endpoint of a production: who may use it, and what an allowed call with these ids answers. */
const ENDPOINTS: readonly (readonly [
  name: string,
  route: (ids: ReadonlyMap<KindName, string>) => string,
  body: ((ids: ReadonlyMap<KindName, string>) => unknown) | null,
  roles: readonly Role[],
  allowed: readonly number[],
])[] = [
  ['snapshot', () => 'snapshot', null, ROLES, [200]],
  ['export', () => 'export.json', null, ['owner', 'planner'], [200]],
  ['clock', () => 'clock', null, ROLES, [200]],
  ['scan the air', () => 'radio-scan', () => ({}), ['owner', 'planner', 'logger'], [200]],
  ['how it stands', () => 'standing/2026-05-13', null, ROLES, [200]],
  ['members', () => 'members', null, ROLES, [200]],
  [
    'give access',
    () => 'members',
    () => ({ name: uuidv7(), password: 'correct horse battery', role: 'reader' }),
    ['owner'],
    [201],
  ],
  ['invitations', () => 'invitations', null, ['owner'], [200]],
  ['invite', () => 'invitations', () => ({ role: 'reader', minutes: 5 }), ['owner'], [201]],
  ['withdraw', () => `invitations/${uuidv7()}/withdraw`, () => ({}), ['owner'], [404]],
  ['sessions', () => 'sessions', null, ['owner'], [200]],
  ['end a session', () => `sessions/${uuidv7()}/end`, () => ({}), ['owner'], [404]],
  ['bring a picture', () => 'uploads', () => ({ not: 'a picture' }), ['owner', 'planner'], [422]],
  ['see a picture', () => `uploads/${'a'.repeat(64)}`, null, ROLES, [404]],
  ['shot list', () => 'shots.pdf', null, ROLES, [200]],
  ['pocket checklist', () => 'shots-pocket.pdf', null, ROLES, [200]],
  ['light plans', () => 'light-plans.pdf', null, ROLES, [200]],
  ['patch sheet', () => 'patch-sheet.pdf', null, ROLES, [200]],
  ['packing list', () => 'packing-list.pdf', null, ROLES, [200]],
  ['cues', () => 'cues.pdf', null, ROLES, [200]],
  ['labels', () => 'labels.pdf', null, ROLES, [200]],
  ['boards', () => 'boards.pdf', null, ROLES, [200]],
  ['shots as a table', () => 'shots.csv', null, ROLES, [200]],
  ['money', () => 'money.csv', null, ['owner', 'planner'], [200]],
  ['volumes', () => 'media/volumes', null, ROLES, [200]],
  [
    'copy',
    () => 'media/copies',
    (ids) => ({ cardId: ids.get('card'), driveIds: [ids.get('drive')] }),
    ['owner', 'planner', 'logger'],
    [404],
  ],
  [
    'evening',
    () => 'media/evening',
    (ids) => ({ copies: [], relays: [{ cardId: ids.get('card'), driveId: uuidv7() }] }),
    ['owner', 'planner', 'logger'],
    [404],
  ],
  ['check', () => 'media/checks', (ids) => ({ copyRunId: ids.get('copyRun') }), ['owner', 'planner', 'logger'], [404]],
  [
    'pause a job',
    () => `media/jobs/${uuidv7()}/pause`,
    () => ({ isPaused: true }),
    ['owner', 'planner', 'logger'],
    [200],
  ],
  ['put a job first', () => `media/jobs/${uuidv7()}/first`, () => ({}), ['owner', 'planner', 'logger'], [200]],
  ['stop a job', () => `media/jobs/${uuidv7()}/stop`, () => ({}), ['owner', 'planner', 'logger'], [200]],
  [
    'send a sheet',
    () => 'sheets',
    (ids) => ({ id: uuidv7(), dayId: ids.get('day'), personIds: [] }),
    ['owner', 'planner'],
    [201],
  ],
  [
    'remind',
    () => 'reminders',
    (ids) => ({ sentSheetId: ids.get('sentSheet'), personId: ids.get('person') }),
    ['owner', 'planner'],
    [201],
  ],
  ['call sheet', (ids) => `days/${ids.get('day')}/call-sheet.pdf`, null, ROLES, [200]],
  ['large call sheet', (ids) => `days/${ids.get('day')}/call-sheet-large.pdf`, null, ROLES, [200]],
  ['calendar', (ids) => `days/${ids.get('day')}/calls/${ids.get('person')}.ics`, null, ROLES, [200, 404]],
  ['report', (ids) => `days/${ids.get('day')}/report.pdf`, null, ROLES, [200]],
  ['report as data', (ids) => `days/${ids.get('day')}/report.json`, null, ROLES, [200]],
  ['takes', (ids) => `days/${ids.get('day')}/takes.csv`, null, ROLES, [200]],
  ['timeline', (ids) => `days/${ids.get('day')}/takes.otio`, null, ROLES, [200]],
  ['set log', (ids) => `days/${ids.get('day')}/logs/camera.csv/all`, null, ROLES, [200]],
]

describe.each(ENDPOINTS)('%s', (_, route, body, roles, allowed) => {
  const call = (who: string | null, productionId: string, ids: ReadonlyMap<KindName, string>) =>
    world.call(who, `/productions/${productionId}/${route(ids)}`, body?.(ids))
  test.each(ROLES)('as %s', async (role) => {
    const { status } = await call(role, world.productionId, ours)
    if (roles.includes(role)) expect(allowed).toContain(status)
    else expect(status).toBe(403)
  })
  test('as nobody, in another production, and from another site', async () => {
    expect((await call(null, world.productionId, ours)).status).toBe(401)
    for (const role of ROLES.filter((r) => r !== 'owner'))
      expect((await call(role, otherProduction, theirs)).status).toBe(404)
    if (body) {
      const foreign = await world.call('owner', `/productions/${world.productionId}/${route(ours)}`, body(ours), {})
      expect(foreign.status).toBe(403)
    }
  })
})

test('the stream is for members', async () => {
  const ask = async (who: string | null, productionId: string) => {
    const stop = new AbortController()
    const response = await fetch(`${world.server.address}/api/productions/${productionId}/stream?after=0`, {
      headers: who ? { cookie: world.cookies.get(who)! } : {},
      signal: stop.signal,
    })
    stop.abort()
    return response.status
  }
  expect([
    await ask('reader', world.productionId),
    await ask('reader', otherProduction),
    await ask(null, world.productionId),
  ]).toEqual([200, 404, 401])
})

describe('records of another production', () => {
  test.each(inOrder().filter((kind) => !KINDS[kind].ledger))(
    '%s is not changed or removed through ours',
    async (kind) => {
      const id = theirs.get(kind)!
      const remove = await world.edit('owner', [{ op: 'remove', kind, id, version: 1e6 }])
      expect([kind, remove.json.refusal?.code]).toEqual([kind, 'gone'])
      const row = await world.server.services.models[kind].findOne({ where: { id }, raw: true })
      expect((row as unknown as { productionId: string }).productionId).toBe(otherProduction)
    },
  )
  test.each(inOrder().filter((kind) => Object.values(KINDS[kind].fields).some((f) => f.column.ref)))(
    'a %s of ours cannot point at theirs',
    async (kind) => {
      if (SERVER_ONLY.has(kind) || kind === 'wipe') return
      const given = fieldsFor(kind, theirs) as Readonly<Record<string, unknown>>
      const made = await world.edit('owner', [create(kind, given)])
      const points = Object.entries(KINDS[kind].fields).some(([name, f]) => f.column.ref && given[name])
      expect([kind, made.json.refusal?.code]).toEqual([kind, points ? 'missing-reference' : undefined])
    },
  )
  test('a copy of theirs is not asked for, checked, sent or reminded of through ours', async () => {
    const base = `/productions/${world.productionId}`
    const card = { cardId: theirs.get('card'), driveIds: [theirs.get('drive')] }
    expect((await world.call('owner', `${base}/media/copies`, card)).json.refusal?.says).toBe('There is no such card.')
    for (const evening of [
      { copies: [card], relays: [] },
      { copies: [], relays: [{ cardId: theirs.get('card'), driveId: theirs.get('drive') }] },
    ])
      expect((await world.call('owner', `${base}/media/evening`, evening)).json.refusal?.says).toBe('There is no such card.') // prettier-ignore
    expect(
      (await world.call('owner', `${base}/media/checks`, { copyRunId: theirs.get('copyRun') })).json.refusal?.says,
    ).toBe('There is no such copy.')
    expect(
      (await world.call('owner', `${base}/sheets`, { id: uuidv7(), dayId: theirs.get('day'), personIds: [] })).status,
    ).toBe(404)
    const reminder = { sentSheetId: theirs.get('sentSheet'), personId: theirs.get('person') }
    expect((await world.call('owner', `${base}/reminders`, reminder)).status).toBe(404)
    expect((await world.call('owner', `${base}/days/${theirs.get('day')}/call-sheet.pdf`)).status).toBe(404)
  })
})

test('sign-in and joining are slowed down', async () => {
  const { start } = await import('./start.ts')
  const slow = await start({
    databaseUrl: world.admin.replace(/\/[^/]*$/, `/${world.server.services.database.getDatabaseName()}`),
    port: 0,
    mediaRoot: world.media,
    webFolder: null,
    signInsPerMinute: 5,
  })
  try {
    for (const [route, body] of [
      ['/sign-in', { name: 'Owner', password: 'guess' }],
      ['/join', { token: 'guess', name: 'X' }],
    ] as const) {
      const answers = []
      for (let i = 0; i < 8; i++) answers.push((await world.call(null, route, body, { 'x-kavrell': '1' }, slow)).status)
      expect(answers.slice(-2)).toEqual([429, 429])
    }
  } finally {
    await slow.stop()
  }
})
