import { ENDPOINTS } from '@kavrell/contract'
import { fail } from '@kavrell/core/outcome'
import express, { type Request, type Response } from 'express'
import { MOST_BYTES, type Pictures } from '../uploads/pictures.ts'
import type { Serve } from './serve.ts'

const readBytes = express.raw({ type: () => true, limit: MOST_BYTES })
/** The body itself; too many bytes are an error that the last middleware tells. */
const bytesOf = (req: Request, res: Response): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    readBytes(req, res, (error?: Error) => {
      if (error) reject(error)
      else resolve(Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0))
    })
  })

/** Pictures in and out. The body is the file itself; what it is called and said to be is not looked at. */
export function uploadRoutes(serve: Serve, { pictures }: { pictures: Pictures }): void {
  serve.on(ENDPOINTS.bringPicture, async ({ req, res, params, account }) => {
    const kept = await pictures.keep(params.productionId, account!.name, await bytesOf(req, res))
    return kept.ok ? kept : fail({ code: 'invalid', kind: 'picture', id: '', field: 'fileId', says: kept.error.says })
  })
  serve.file(ENDPOINTS.picture, async ({ req, res, params: { productionId, fileId } }) => {
    const bytes = /^[0-9a-f]{64}$/.test(fileId)
      ? await pictures.read(productionId, fileId, req.query.size === 'small')
      : null
    if (!bytes) return { code: 'not-found', says: 'There is no such picture.' }
    // Called by its hash, it never changes.
    res.set({ 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' }).send(bytes)
    return undefined
  })
}
