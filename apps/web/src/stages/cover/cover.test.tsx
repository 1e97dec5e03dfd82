// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { draw, openDemo, sent } from '../../testing.tsx'
import { CoverScreen } from './CoverScreen.tsx'
import { inTime } from '../../inTime.ts'

/** The worker's own search, asked without a thread. */
const worker = vi.hoisted<{ api: Record<string, (...asked: unknown[]) => unknown> }>(() => ({ api: {} }))
vi.mock('comlink', () => ({
  expose: (api: typeof worker.api) => {
    if ('plan' in api) worker.api = api
  },
  proxy: (f: unknown) => f,
  wrap: () => ({
    plan: async (...asked: unknown[]) => {
      await import('../../workers/cover.worker.ts')
      return worker.api['plan']!(...asked)
    },
  }),
}))
const answer = () => document.querySelector('[data-answer]')?.textContent
const found = (text: string) => inTime(() => expect(answer()).toContain(text))
const kinds = () => sent.flatMap(({ changes }) => changes.map((change) => change.kind))

beforeEach(() => {
  sent.length = 0
  localStorage.clear()
})

test('the launch is held by one who walks, by the fewest visits there can be', async () => {
  openDemo('planner')
  draw(<CoverScreen />, 'cover')
  await found('Every phase has its good angles, up to 4')
  expect(screen.getByText(/3 visits, and with fewer it cannot be done/)).toBeTruthy()
  await inTime(() => expect(document.body.textContent).toContain('restart C'))
  // What one device and one card alone would take with them.
  await inTime(() => expect(document.body.textContent).toContain('without it nobody has Corin'))
  expect(document.body.textContent).toMatch(/C, card 11 left for 18:50, from 1:00/)
  expect(screen.getByRole('button', { name: 'Add Pell' })).toBeTruthy()
})

test('with nobody there the answer names the moment at which it ends, and one more person holds it', async () => {
  openDemo('planner', (records) => ({ ...records, momentHand: {} }))
  draw(<CoverScreen />, 'cover')
  await found('Too few good angles from 20:00 on, and then none')
  await inTime(() => expect(screen.getByText(/It holds with one person more/)).toBeTruthy())
})

test('while it goes on the next visit is called out, and one key says it is done', async () => {
  openDemo('logger', (records) => ({ ...records, momentPhase: {} }))
  const user = draw(<CoverScreen />, 'cover')
  await user.click(screen.getByRole('button', { name: 'It begins now' }))
  await found(' in ')
  const key = screen.getByRole('button', { name: /is rolling again/ })
  const letter = key.textContent.slice(0, 1)
  await user.click(key)
  await inTime(() => expect(answer()).not.toContain(`${letter} in`))
  await user.click(screen.getByRole('button', { name: `${letter} has died` }))
  expect(screen.getByText(new RegExp(`${letter} died; the rest is planned without it`))).toBeTruthy()
  expect(kinds()).toEqual(['momentEvent', 'rehearsal', 'momentEvent', 'momentEvent'])
  // Pressed by a slip of the thumb: it is alive again, and what was said before can be taken back as well.
  await user.click(screen.getByRole('button', { name: 'That was a slip' }))
  expect(screen.queryByText(new RegExp(`${letter} died; the rest`))).toBeNull()
  expect(screen.getByText(`Last: ${letter} is rolling again.`)).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'It is over' }))
  await user.click(screen.getByRole('button', { name: 'That was a slip' }))
  expect(screen.getByRole('button', { name: `${letter} has died` })).toBeTruthy()
})

test('who must be caught is told with the time that is left; caught by one key, and after it is over what was not', async () => {
  openDemo('planner')
  const user = draw(<CoverScreen />, 'cover')
  await user.click(screen.getByRole('button', { name: 'Somebody more' }))
  const { momentCatch } = useProductionStore.getState().records
  expect(Object.values(momentCatch).map(({ untilS }) => untilS)).toEqual([840, 1500, 1800])
  await user.click(screen.getByRole('button', { name: 'It begins now' }))
  const list = await screen.findByRole('list', { name: 'To be caught' })
  expect(within(list).getAllByRole('listitem').map((row) => row.textContent)).toEqual([
    expect.stringMatching(/^Corin at the last wedge, by Dwithin (14:00|13:5\d)Caught$/),
    expect.stringMatching(/^The oldest hand.*, by Bwithin 2[45]:/),
    expect.stringMatching(/^Somebodywithin (30:00|29:5\d)/),
  ]) // prettier-ignore
  await user.click(within(list).getByRole('button', { name: /^Corin .* is caught$/ }))
  expect(list.textContent).toMatch(/Said to be caught: Corin at the last wedge at 0:0\d\.$/)
  await user.click(screen.getByRole('button', { name: 'It is over' }))
  expect(await screen.findByText(/^Nobody said that The oldest hand of the yard, Somebody were caught\.$/)).toBeTruthy() // prettier-ignore
})

test('an empty production teaches the step, and begins a moment from what happens once', async () => {
  openDemo('planner', (records) => ({ ...records, moment: {}, momentPlace: {}, momentWalk: {}, momentCamera: {}, momentHand: {} })) // prettier-ignore
  const user = draw(<CoverScreen />, 'cover')
  await user.click(screen.getByRole('button', { name: 'Plan a moment' }))
  await inTime(() => expect(screen.getByText('Cameras')).toBeTruthy())
  const { moment, momentCamera } = useProductionStore.getState().records
  expect(Object.values(moment ?? {})).toHaveLength(1)
  expect(Object.values(momentCamera ?? {}).length).toBeGreaterThan(0)
})

test('somebody who has to be elsewhere for a while is kept from what is not there', async () => {
  openDemo('planner')
  const user = draw(<CoverScreen />, 'cover')
  await found('Every phase has its good angles, up to 4')
  await user.click(screen.getByRole('button', { name: 'Sadie has to be somewhere' }))
  const to = screen.getByLabelText('Post 1 of Sadie Quill, to minute')
  await user.clear(to)
  await user.type(to, '38')
  await user.tab()
  const [hand] = Object.values(useProductionStore.getState().records.momentHand ?? {})
  expect((hand as unknown as { posts: object[] }).posts).toMatchObject([{ fromS: 0, toS: 2280 }])
  await inTime(() => expect(answer()).not.toContain('Every phase has'))
})

test('the caller puts cameras on by their letters, the phone at a camera reads it large, and the picture is never let go', async () => {
  openDemo('logger')
  const user = draw(<CoverScreen />, 'cover')
  await user.click(screen.getByRole('button', { name: 'It begins now' }))
  const angle = (letter: string) => document.querySelector(`[data-angle="${letter}"]`)!.textContent
  await user.keyboard('b')
  await user.keyboard('{Shift>}C{/Shift}')
  expect([angle('B'), angle('C')].map((says) => says.match(/^[BC](on|next)/)?.[1])).toEqual(['on', 'next'])
  await user.keyboard('c')
  expect(angle('C')).toMatch(/^Con/)
  // With one pair of hands nobody is asked who has it, but by the caller.
  expect(document.querySelector('[data-held]')).toBeNull()
  await user.selectOptions(screen.getByLabelText('This device is'), 'the caller’s')
  const held = () => document.querySelector('[data-held]')!.textContent
  expect(held()).toContain('Nobody has said that they have the picture')
  await user.click(screen.getByRole('button', { name: 'Sadie has it' }))
  await user.click(screen.getByRole('button', { name: 'Sadie wants to leave' }))
  expect(held()).toContain('Sadie wants to leave and still has the picture')
  await user.selectOptions(screen.getByLabelText('This device is'), 'at camera C')
  expect(screen.getByRole('status').textContent).toBe('C is on')
  await user.selectOptions(screen.getByLabelText('This device is'), 'at camera B')
  expect(screen.getByRole('status').textContent).toBe('B is not on')
  // What is on or next plans nobody's way anew; the cues go on beside it.
  expect(screen.getAllByText(/^Next cue/)[0]!.textContent).toContain('Horn, one long')
})
