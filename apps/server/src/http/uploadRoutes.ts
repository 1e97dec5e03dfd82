import express, { Router } from 'express'
import type { Accounts } from '../accounts/accounts.ts'
import { MOST_BYTES, type Pictures } from '../uploads/pictures.ts'
import { accountOf, membersOnly, sendRefusal } from './guards.ts'

/** Pictures in and out. The body is the file itself; what it is called and said to be is not looked at. */
export function uploadRoutes({ accounts, pictures }: { accounts: Accounts; pictures: Pictures }): Router {
  const router = Router({ mergeParams: true })
  const idOf = (req: { params: unknown }) => (req.params as { productionId: string }).productionId
  router.post(
    '/',
    membersOnly(accounts, 'plan'),
    express.raw({ type: () => true, limit: MOST_BYTES }),
    async (req, res) => {
      const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0)
      const kept = await pictures.keep(idOf(req), accountOf(res).name, bytes)
      if (!kept.ok) {
        sendRefusal(res, { code: 'invalid', kind: 'picture', id: '', field: 'fileId', says: kept.error.says })
        return
      }
      res.status(201).json(kept.value)
    },
  )
  router.get('/:fileId', membersOnly(accounts), async (req, res) => {
    const fileId = String(req.params.fileId)
    const bytes = /^[0-9a-f]{64}$/.test(fileId)
      ? await pictures.read(idOf(req), fileId, req.query.size === 'small')
      : null
    if (!bytes) {
      sendRefusal(res, { code: 'not-found', says: 'There is no such picture.' })
      return
    }
    // Called by its hash, it never changes.
    res.set({ 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' }).send(bytes)
  })
  return router
}
