import { CopyJobBody, VerifyJobBody } from '@kavrell/contract'
import { Router } from 'express'
import type { Accounts } from '../accounts/accounts.ts'
import type { Volumes } from '../devices/volumes.ts'
import type { Offload } from '../media/offload.ts'
import { accountOf, membersOnly, sendRefusal } from './guards.ts'

/** What the reader sees, and the jobs of the copy engine. */
export function mediaRoutes({
  accounts,
  volumes,
  offload,
}: {
  accounts: Accounts
  volumes: Volumes
  offload: Offload
}): Router {
  const router = Router({ mergeParams: true })
  const idOf = (req: { params: unknown }) => (req.params as { productionId: string }).productionId
  router.use(membersOnly(accounts))
  router.get('/volumes', async (_req, res) => {
    res.json(await volumes.list())
  })
  router.post('/copies', membersOnly(accounts, 'log'), async (req, res) => {
    const { cardId, driveIds } = CopyJobBody.parse(req.body)
    const outcome = await offload.copyCard(accountOf(res).name, idOf(req), cardId, driveIds)
    if (!outcome.ok) {
      sendRefusal(res, outcome.error)
      return
    }
    res.status(202).json(outcome.value)
  })
  router.post('/checks', membersOnly(accounts, 'log'), async (req, res) => {
    const outcome = await offload.verifyCopy(accountOf(res).name, idOf(req), VerifyJobBody.parse(req.body).copyRunId)
    if (!outcome.ok) {
      sendRefusal(res, outcome.error)
      return
    }
    res.status(202).json(outcome.value)
  })
  router.post('/jobs/:jobId/stop', membersOnly(accounts, 'log'), async (req, res) => {
    res.json({ stopped: await offload.stop(idOf(req), String(req.params.jobId)) })
  })
  return router
}
