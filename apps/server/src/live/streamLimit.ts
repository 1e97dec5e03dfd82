import type { Response } from 'express'

/** Windows of one session that may follow at once. A phone has one, a desk a few. */
const MOST_OF_A_SESSION = 120

/** How many streams each session has open. */
export function openStreamLimit() {
  const open = new Map<string, number>()
  return {
    /** Counts a stream until its answer ends; false where it would be one too many. */
    enter(token: string, res: Response): boolean {
      const count = open.get(token) ?? 0
      if (count >= MOST_OF_A_SESSION) return false
      open.set(token, count + 1)
      res.on('close', () => {
        const left = open.get(token)! - 1
        if (left > 0) open.set(token, left)
        else open.delete(token)
      })
      return true
    },
  }
}
