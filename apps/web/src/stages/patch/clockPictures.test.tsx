// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import type { Brought } from '../../store/pictures.ts'
import { addRecord } from '../../ui/addRecord.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { inTime } from '../../inTime.ts'
import { PatchScreen } from './PatchScreen.tsx'

/** The picture is kept as the server would; only its way there is left out. */
vi.mock('../../store/pictures.ts', async (original) => ({
  ...(await original()),
  bringPictures: (files: readonly File[], given: object): Promise<Brought> => {
    const id = addRecord('picture', 'Add a picture', { ...given, fileId: 'a'.repeat(64), widthPx: 10, heightPx: 10 })
    return Promise.resolve({ ids: [id!], writtenMs: [files[0]!.lastModified], refused: [] })
  },
}))
const photographed = async (lastModified: number) => {
  const user = draw(<PatchScreen />, 'patch')
  await user.upload(screen.getAllByLabelText('Pictures').at(-1)!, new File(['x'], 'a.jpg', { type: 'image/jpeg', lastModified })) // prettier-ignore
  await inTime(() => expect(document.querySelector('[data-displays]')).toBeTruthy())
  return user
}
beforeEach(() => {
  sent.length = 0
  openDemo('planner')
})

test('what a display showed is judged by when the picture was taken, not by when it is typed', async () => {
  const takenMs = Date.now() - 9 * 60_000
  const user = await photographed(takenMs)
  await user.type(screen.getByLabelText('B shows in the picture'), '09:33:07:14{Enter}')
  const look = all('clockLook').find(({ shown }) => shown === '09:33:07:14')!
  expect(Date.parse(look.deviceAt!)).toBe(takenMs)
  expect(look.pictureId).toBe(all('picture').at(-1)!.id)
  expect(document.querySelector('[data-clock=B] img')).toBeTruthy()
  await user.type(screen.getByLabelText('A shows in the picture'), 'dark{Enter}')
  expect(screen.getByText(/“dark” is no timecode/)).toBeTruthy()
})

test.each([
  ['that is an hour old', -3600_000],
  ['from a clock that is ahead', 60_000],
])('of a picture %s nobody knows when it was taken, and nothing is typed from it', async (_, byMs) => {
  // prettier-ignore
  await photographed(Date.now() + byMs)
  expect(screen.getByText(/nobody knows when it was taken/)).toBeTruthy()
  expect(screen.queryByLabelText('A shows in the picture')).toBeNull()
})
