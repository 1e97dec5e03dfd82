import { ENDPOINTS, type SnapshotOnTheWay } from '@kavrell/contract'
import { fail, ok } from '@kavrell/core/outcome'
import type { Sequelize } from 'sequelize'
import type { TimecodeBox } from '../devices/timecodeBox.ts'
import type { CallSheets } from '../documents/callSheets.ts'
import type { Door } from '../edits/door.ts'
import type { Announcements } from '../live/announcements.ts'
import type { RecentEdits } from '../live/recentEdits.ts'
import { openStream } from '../live/stream.ts'
import type { MediaJobs } from '../media/copyJob.ts'
import type { ServerModels } from '../records/serverModels.ts'
import { openStandings } from '../records/standings.ts'
import { openSnapshots } from '../records/snapshots.ts'
import type { Serve } from './serve.ts'

const UNKNOWN_LINK = { code: 'not-found', says: 'This link is no longer known.' } as const

interface Deps {
  readonly database: Sequelize
  readonly serverModels: ServerModels
  readonly door: Door
  readonly announcements: Announcements
  readonly recentEdits: RecentEdits
  readonly sheets: CallSheets
  readonly jobs: MediaJobs
  readonly timecodeBox: TimecodeBox
  readonly now: () => Date
}

/** The door, the snapshot, the stream, and the sending of call sheets. */
export function productionRoutes(
  serve: Serve,
  { database, serverModels, door, announcements, recentEdits, sheets, jobs, timecodeBox, now }: Deps,
): void {
  const snapshots = openSnapshots(database, serverModels)
  const standings = openStandings(snapshots, now)
  serve.on(ENDPOINTS.edit, async ({ account, role, params, body, res }) => {
    const outcome = await door.acceptEdit({ name: account!.name, role: role! }, params.productionId, body)
    if (!outcome.ok || !outcome.value.repeated) return outcome
    res.json(outcome.value)
    return undefined
  })
  serve.on(ENDPOINTS.standing, async ({ params: { productionId, today } }) => {
    const standing = await standings.read(productionId, today)
    return standing ? ok(standing) : fail({ code: 'not-found', says: 'There is no such production.' })
  })
  serve.on(ENDPOINTS.snapshot, async ({ params: { productionId }, role, res }) => {
    const { seq, rows } = await snapshots.read(productionId)
    const rest: Omit<SnapshotOnTheWay, 'rows'> = {
      productionId,
      seq,
      role: role!,
      jobs: await jobs.recent(productionId),
    }
    // The rows are JSON already.
    res.type('json').send(`${JSON.stringify(rest).slice(0, -1)},"rows":${rows}}`)
    return undefined
  })
  serve.on(ENDPOINTS.clock, async ({ params }) => {
    const box = await timecodeBox.read(params.productionId, now().getTime())
    // Read again after the box was: what counts is the moment the answer leaves.
    return ok({ nowMs: now().getTime(), box })
  })
  serve.on(ENDPOINTS.stream, ({ params, req, res }) => {
    const after = Number(req.headers['last-event-id'] ?? req.query.after ?? 0)
    const from = Number.isSafeInteger(after) && after >= 0 ? after : 0
    openStream({ serverModels, announcements, recentEdits, jobs }, params.productionId, from, req, res)
    return undefined
  })
  serve.on(ENDPOINTS.issueSheet, ({ account, params, body }) => sheets.issue(account!.name, params.productionId, body))
  serve.on(ENDPOINTS.remind, async ({ account, params, body }) => {
    const outcome = await sheets.remind(account!.name, params.productionId, body.sentSheetId, body.personId)
    return outcome.ok ? ok({}) : outcome
  })
  serve.on(ENDPOINTS.readSheet, async ({ params }) => {
    const read = await sheets.open(params.token)
    return read ? ok(read) : fail(UNKNOWN_LINK)
  })
  serve.on(ENDPOINTS.sheetWasRead, async ({ params }) =>
    (await sheets.wasRead(params.token)) ? ok({}) : fail(UNKNOWN_LINK),
  )
  serve.on(ENDPOINTS.sheetLink, ({ params, body }) => sheets.link(params.productionId, body.sentSheetId, body.personId))
  serve.on(ENDPOINTS.sentByHand, async ({ account, params, body }) => {
    const told = await sheets.sentByHand(account!.name, params.productionId, body.sentSheetId, body.personId)
    return told.ok ? ok({}) : told
  })
}
