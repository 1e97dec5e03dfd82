import { ENDPOINTS, RIGHTS, type SnapshotOnTheWay } from '@kavrell/contract'
import { fail, ok } from '@kavrell/core/outcome'
import type { Accounts } from '../accounts/accounts.ts'
import type { RadioScanner } from '../devices/radioScanner.ts'
import type { TimecodeBox } from '../devices/timecodeBox.ts'
import type { CallSheets } from '../documents/callSheets.ts'
import type { Door } from '../edits/door.ts'
import type { Announcements } from '../live/announcements.ts'
import type { RecentEdits } from '../live/recentEdits.ts'
import { openLogPages } from '../live/logPages.ts'
import { openStream } from '../live/stream.ts'
import { openStreamLimit } from '../live/streamLimit.ts'
import type { MediaJobs } from '../media/copyJob.ts'
import type { ServerModels } from '../records/serverModels.ts'
import { openStandings } from '../records/standings.ts'
import type { Snapshots } from '../records/snapshots.ts'
import { sessionToken } from './guards.ts'
import type { Serve } from './serve.ts'

const UNKNOWN_LINK = { code: 'not-found', says: 'This link is no longer known.' } as const

interface Deps {
  readonly accounts: Accounts
  readonly snapshots: Snapshots
  readonly serverModels: ServerModels
  readonly door: Door
  readonly announcements: Announcements
  readonly recentEdits: RecentEdits
  readonly sheets: CallSheets
  readonly jobs: MediaJobs
  readonly timecodeBox: TimecodeBox
  readonly radioScanner: RadioScanner
  readonly now: () => Date
}

/** The door, the snapshot, the stream, and the sending of call sheets. */
export function productionRoutes(
  serve: Serve,
  {
    snapshots,
    accounts,
    serverModels,
    door,
    announcements,
    recentEdits,
    sheets,
    jobs,
    timecodeBox,
    radioScanner,
    now,
  }: Deps,
): void {
  const standings = openStandings(snapshots, now)
  const streams = openStreamLimit()
  const logPages = openLogPages(serverModels)
  serve.on(ENDPOINTS.edit, async ({ account, role, params, body, res }) => {
    const outcome = await door.acceptEdit(
      { accountId: account!.id, name: account!.name, role: role! },
      params.productionId,
      body,
    )
    if (!outcome.ok || !outcome.value.repeated) return outcome
    res.json(outcome.value)
    return undefined
  })
  serve.on(ENDPOINTS.standing, async ({ params: { productionId, today }, role }) => {
    const standing = await standings.read(productionId, today, RIGHTS[role!].money)
    return standing ? ok(standing) : fail({ code: 'not-found', says: 'There is no such production.' })
  })
  serve.on(ENDPOINTS.snapshot, async ({ params: { productionId }, role, res }) => {
    const { seq, head, rows } = await snapshots.read(productionId)
    const rest: Omit<SnapshotOnTheWay, 'rows'> = {
      productionId,
      seq,
      head,
      role: role!,
      jobs: await jobs.recent(productionId),
    }
    // The rows are JSON already.
    res
      .type('json')
      .send(`${JSON.stringify(rest).slice(0, -1)},"rows":${RIGHTS[role!].money ? rows.all : rows.withoutMoney}}`)
    return undefined
  })
  serve.on(ENDPOINTS.scanRadio, async ({ params }) =>
    ok(await radioScanner.sweep(params.productionId, now().getTime())),
  )
  serve.on(ENDPOINTS.clock, async ({ params }) => {
    const box = await timecodeBox.read(params.productionId, now().getTime())
    // Read again after the box was: what counts is the moment the answer leaves.
    return ok({ nowMs: now().getTime(), box })
  })
  serve.on(ENDPOINTS.stream, async ({ params: { productionId }, role, req, res }) => {
    const after = Number(req.headers['last-event-id'] ?? req.query.after ?? 0)
    const token = sessionToken(req) ?? ''
    if (!streams.enter(token, res))
      return fail({ code: 'too-many', says: 'This device follows the production in too many windows.' })
    const roleNow = async () => {
      const account = await accounts.accountOfSession(token)
      return account && accounts.roleOf(account.id, productionId)
    }
    await openStream(
      { serverModels, announcements, recentEdits, logPages, jobs, roleNow },
      {
        productionId,
        role: role!,
        after: Number.isSafeInteger(after) && after >= 0 ? after : 0,
        head: typeof req.query.head === 'string' && req.query.head !== '' ? req.query.head : null,
      },
      res,
    )
    return undefined
  })
  serve.on(ENDPOINTS.issueSheet, ({ account, params, body }) => sheets.issue(account!, params.productionId, body))
  serve.on(ENDPOINTS.remind, async ({ account, params, body }) => {
    const outcome = await sheets.remind(account!, params.productionId, body.sentSheetId, body.personId)
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
    const told = await sheets.sentByHand(account!, params.productionId, body.sentSheetId, body.personId)
    return told.ok ? ok({}) : told
  })
}
