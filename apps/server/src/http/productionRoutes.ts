import { type ClockReading, EditBody, IssueSheetBody, RemindBody, type SnapshotOnTheWay } from '@kavrell/contract'
import { Router } from 'express'
import type { Sequelize } from 'sequelize'
import type { Accounts } from '../accounts/accounts.ts'
import type { Sheets } from '../documents/sheets.ts'
import type { TimecodeBox } from '../devices/timecodeBox.ts'
import type { Door } from '../edits/door.ts'
import type { Announcements } from '../live/announcements.ts'
import type { RecentEdits } from '../live/recentEdits.ts'
import { openStream } from '../live/stream.ts'
import type { MediaJobs } from '../media/copyJob.ts'
import { openSnapshots } from '../records/snapshots.ts'
import { accountOf, membersOnly, roleIn, sendRefusal } from './guards.ts'

interface Deps {
  readonly database: Sequelize
  readonly door: Door
  readonly accounts: Accounts
  readonly announcements: Announcements
  readonly recentEdits: RecentEdits
  readonly sheets: Sheets
  readonly jobs: MediaJobs
  readonly timecodeBox: TimecodeBox
  readonly now: () => Date
}

/** The door, the snapshot, the stream, and the sending of call sheets. */
export function productionRoutes({
  database,
  door,
  accounts,
  announcements,
  recentEdits,
  sheets,
  jobs,
  timecodeBox,
  now,
}: Deps): Router {
  const router = Router({ mergeParams: true })
  const snapshots = openSnapshots(database)
  const idOf = (req: { params: unknown }) => (req.params as { productionId: string }).productionId
  router.use(membersOnly(accounts))
  router.post('/edits', async (req, res) => {
    const outcome = await door.acceptEdit(
      { name: accountOf(res).name, role: roleIn(res) },
      idOf(req),
      EditBody.parse(req.body),
    )
    if (!outcome.ok) {
      sendRefusal(res, outcome.error)
      return
    }
    res.status(outcome.value.repeated ? 200 : 201).json(outcome.value)
  })
  router.get('/snapshot', async (req, res) => {
    const productionId = idOf(req)
    const { seq, rows } = await snapshots.read(productionId)
    const rest: Omit<SnapshotOnTheWay, 'rows'> = {
      productionId,
      seq,
      role: roleIn(res),
      jobs: await jobs.recent(productionId),
    }
    res.type('json').send(`${JSON.stringify(rest).slice(0, -1)},"rows":${rows}}`)
  })
  router.get('/clock', async (req, res) => {
    const box = await timecodeBox.read(idOf(req), now().getTime())
    // Read again after the box was: what counts is the moment the answer leaves.
    res.json({ nowMs: now().getTime(), box } satisfies ClockReading)
  })
  router.get('/stream', (req, res) => {
    const after = Number(req.headers['last-event-id'] ?? req.query.after ?? 0)
    openStream(
      { database, announcements, recentEdits, jobs },
      idOf(req),
      Number.isSafeInteger(after) && after >= 0 ? after : 0,
      req,
      res,
    )
  })
  router.post('/sheets', membersOnly(accounts, 'plan'), async (req, res) => {
    const outcome = await sheets.issue(accountOf(res).name, idOf(req), IssueSheetBody.parse(req.body))
    if (!outcome.ok) {
      sendRefusal(res, outcome.error)
      return
    }
    res.status(201).json(outcome.value)
  })
  router.post('/reminders', membersOnly(accounts, 'plan'), async (req, res) => {
    const { sentSheetId, personId } = RemindBody.parse(req.body)
    const outcome = await sheets.remind(accountOf(res).name, idOf(req), sentSheetId, personId)
    if (!outcome.ok) {
      sendRefusal(res, outcome.error)
      return
    }
    res.status(201).json({})
  })
  return router
}
