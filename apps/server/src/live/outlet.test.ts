import type { Response } from 'express'
import { Writable } from 'node:stream'
import { expect, test, vi } from 'vitest'
import { openOutlet } from './outlet.ts'

/** An answer of which nothing is read until somebody lets it. */
function unread() {
  let take: (() => void) | null = null
  const res = new Writable({
    highWaterMark: 1000,
    write(_chunk, _encoding, done) {
      take = done
    },
  })
  const letOne = () => {
    const done = take
    take = null
    done?.()
  }
  return { res: res as unknown as Response, let: letOne }
}
const turn = () => new Promise((resolve) => setImmediate(resolve))

test('to somebody who reads nothing no more is written than there is room for, and then the rest in its order', async () => {
  const { res, let: letOne } = unread()
  const out = openOutlet(res)
  const written: number[] = []
  const writing = (async () => {
    for (let i = 0; i < 50; i++) {
      await out.write('x'.repeat(600))
      written.push(i)
    }
  })()
  void out.write('y')
  await turn()
  expect(res.writableLength).toBeLessThan(2000)
  expect(written.length).toBeLessThan(3)
  for (let i = 0; i < 200; i++) {
    letOne()
    await turn()
  }
  await writing
  expect(written).toHaveLength(50)
})

test('who takes nothing for a minute is let go, and nobody waits for them any more', async () => {
  vi.useFakeTimers()
  const { res } = unread()
  const out = openOutlet(res)
  const writing = out.write('x'.repeat(5000))
  await vi.advanceTimersByTimeAsync(59_000)
  expect(out.isClosed()).toBe(false)
  await vi.advanceTimersByTimeAsync(2000)
  await writing
  expect(out.isClosed()).toBe(true)
  await out.write('more')
  vi.useRealTimers()
})
