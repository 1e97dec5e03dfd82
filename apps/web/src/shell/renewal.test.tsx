// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { draw } from '../testing.tsx'
import { NoticeBar } from './NoticeBar.tsx'
import { keepOnDevice, reloadForMissingParts } from './renewal.ts'

beforeEach(() => sessionStorage.clear())

test('a newer one is opened when somebody asks, and only in the window in which they did', async () => {
  const reload = vi.fn()
  const renew = vi.fn(() => Promise.resolve())
  let heard: { onNeedRefresh?: () => void; onNeedReload?: () => void } = {}
  keepOnDevice((asked) => {
    heard = asked
    return renew
  }, reload)
  const user = draw(<NoticeBar />)
  heard.onNeedReload!()
  expect(reload).not.toHaveBeenCalled()
  await screen.findByText(/opened in another window/)
  heard.onNeedRefresh!()
  await user.click(await screen.findByRole('button', { name: 'Open it' }))
  expect(renew).toHaveBeenCalledOnce()
  expect(reload).not.toHaveBeenCalled()
  heard.onNeedReload!()
  expect(reload).toHaveBeenCalledOnce()
})

test('a part that is gone loads the page anew, once and not for ever', () => {
  const reload = vi.fn()
  let nowMs = 1_000_000
  reloadForMissingParts(reload, () => nowMs)
  const gone = () => window.dispatchEvent(new Event('vite:preloadError', { cancelable: true }))
  expect(gone()).toBe(false)
  nowMs += 5_000
  expect(gone()).toBe(true)
  expect(reload).toHaveBeenCalledOnce()
  nowMs += 60_000
  gone()
  expect(reload).toHaveBeenCalledTimes(2)
})
