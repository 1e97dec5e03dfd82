// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { RollScreen } from './RollScreen.tsx'

beforeEach(() => openDemo('logger'))
const takes = () => all('take')
const events = (takeId: string) =>
  all('takeEvent')
    .filter((e) => e.takeId === takeId)
    .map((e) => e.type)
const newest = () => takes().find((t) => !before.has(t.id))!
let before: ReadonlySet<string> = new Set()
const roll = () => {
  const user = draw(<RollScreen />, 'roll')
  before = new Set(takes().map((t) => t.id))
  return user
}

describe('a take, by keys alone', () => {
  test('space rolls and cuts, G says good: a take and two events, nothing ever changed', async () => {
    const user = roll()
    await user.keyboard(' ')
    expect(screen.getAllByText(/^rolling/).length).toBeGreaterThan(0)
    await user.keyboard(' ')
    await user.keyboard('g')
    expect(events(newest().id)).toEqual(['cut', 'good'])
    expect(sent.flatMap((edit) => edit.changes.map((c) => c.op)).every((op) => op === 'create')).toBe(true)
  })
  test('a verdict while it rolls cuts it first', async () => {
    const user = roll()
    await user.keyboard(' ')
    await user.keyboard('n')
    expect(events(newest().id)).toEqual(['cut', 'no-good'])
  })
  test('the next take of a slate has the next number, and rolls what is planned for the shot', async () => {
    const user = roll()
    await user.keyboard(' ')
    const first = newest()
    await user.keyboard(' ')
    before = new Set(takes().map((t) => t.id))
    await user.keyboard(' ')
    expect(newest()).toMatchObject({ slate: first.slate, number: first.number + 1, cameraIds: first.cameraIds })
    const planned = all('shot')
      .filter((s) => first.shotIds.includes(s.id))
      .flatMap((s) => s.cameraId ?? [])
    expect([...first.cameraIds].sort()).toEqual([...new Set(planned)].sort())
  })
  test('a camera that was switched off by hand is not in the take', async () => {
    const user = roll()
    const [camera] = screen.getAllByRole('button', { pressed: true })
    await user.click(camera!)
    expect(screen.getByText('not rolling')).toBeTruthy()
    await user.keyboard(' ')
    const letter = camera!.textContent[0]
    const off = all('camera').find((c) => c.letter === letter)
    expect(newest().cameraIds).not.toContain(off?.id)
  })
  test('wild sound rolls sound alone, on a slate of its own', async () => {
    const user = roll()
    await user.keyboard('w')
    expect(newest()).toMatchObject({ wild: true, cameraIds: [], shotIds: [] })
    expect(newest().slate).toMatch(/^W\d+$/)
    expect(newest().recorderIds.length).toBeGreaterThan(0)
  })
  test('a note is kept with the take, and its letters are no commands', async () => {
    const user = roll()
    await user.keyboard(' ')
    await user.keyboard('/')
    await user.keyboard('gulls, wind ng{Enter}')
    const [note] = all('takeEvent').filter((e) => e.takeId === newest().id)
    expect(note).toMatchObject({ type: 'note', text: 'gulls, wind ng' })
    expect(screen.getAllByText(/^rolling/).length).toBeGreaterThan(0)
  })
  test('the same start timecode as the clock shows, at the production’s rate', async () => {
    const user = roll()
    await user.keyboard(' ')
    const take = newest()
    expect(take.startTimecode).toMatch(/^\d\d:\d\d:\d\d[:;]\d\d$/)
    expect(take.rateNum / take.rateDen).toBeCloseTo(25, 6)
  })
})

test('who only reads sees the slate and has nothing to press', async () => {
  openDemo('reader')
  const user = roll()
  await user.keyboard(' g')
  expect(sent).toEqual([])
  expect(screen.queryByRole('button', { name: /^Roll/ })).toBeNull()
  expect(document.querySelector('[data-take-number]')!.textContent).toMatch(/^\d+$/)
})
