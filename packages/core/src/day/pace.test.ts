import { describe, expect, test } from 'vitest'
import { asId, type Production, type Take, type TakeEvent } from '../records/index.ts'
import { shotsDone, takeStates } from '../takes/index.ts'
import { pace } from './pace.ts'
import type { Timeline } from './timeline.ts'

const row = (itemId: string, startMin: number, endMin: number, shotIds = [itemId]) => ({
  kind: 'shots' as const,
  itemId,
  shotIds,
  setupId: null,
  lateMin: 0,
  startMin,
  endMin,
})
const timeline = {
  rows: [row('a', 500, 520), row('b', 530, 560), row('c', 560, 600, ['c1', 'c2'])],
  startMin: 480,
} as unknown as Timeline

describe('pace', () => {
  test.each([
    ['nothing done, before the first is due', [], 515, 0, 'a'],
    ['nothing done, first overdue', [], 540, 20, 'a'],
    ['first done, inside the second', ['a'], 545, 0, 'b'],
    ['first done early', ['a'], 505, -15, 'b'],
    ['two done, third overdue', ['a', 'b'], 630, 30, 'c'],
    ['done out of order counts as done', ['b'], 525, 0, 'a'],
    ['half of a group is not the group', ['a', 'b', 'c1'], 610, 10, 'c'],
    ['all done', ['a', 'b', 'c1', 'c2'], 580, -20, null],
  ])('%s', (_, done, now, behindMin, nextItemId) =>
    expect(pace(timeline, new Set(done), now)).toMatchObject({ behindMin, nextItemId, planned: 4 }),
  )
})

const take = (id: string, fields: Partial<Take> = {}): Take => ({
  id: asId(id),
  version: 1,
  dayId: asId('d'),
  unitId: null,
  spotId: null,
  slate: '1A',
  number: 1,
  shotIds: [asId('s')],
  cameraIds: [],
  recorderIds: [],
  cardIds: [],
  startTimecode: '09:00:00:00',
  rateNum: 25,
  rateDen: 1,
  dropFrame: false,
  wild: false,
  startedAt: '2026-05-14T08:00:00Z',
  orderItemId: null,
  deviceAt: null,
  ...fields,
})
const event = (id: string, takeId: string, type: TakeEvent['type'], at: number, text = ''): TakeEvent => ({
  id: asId(id),
  version: 1,
  deviceAt: null,
  takeId: asId(takeId),
  type,
  timecode: `09:00:${String(at).padStart(2, '0')}:00`,
  text,
  happenedAt: `2026-05-14T08:00:${String(at).padStart(2, '0')}Z`,
})
const production = (takes: Take[], events: TakeEvent[]) =>
  ({
    take: Object.fromEntries(takes.map((t) => [t.id, t])),
    takeEvent: Object.fromEntries(events.map((e) => [e.id, e])),
  }) as unknown as Production

describe('takes', () => {
  test('the first cut stands and the newest verdict counts, in whatever order entries arrive', () => {
    const [state] = takeStates(
      production(
        [take('t')],
        [
          event('4', 't', 'good', 9),
          event('1', 't', 'cut', 5),
          event('3', 't', 'cut', 7),
          event('2', 't', 'no-good', 6),
          event('5', 't', 'note', 10, 'again'),
        ],
      ),
      'd',
    )
    expect(state).toMatchObject({ verdict: 'good', cutTimecode: '09:00:05:00', notes: ['again'] })
  })
  test('a take that rolls has no end, and another day’s takes are not here', () => {
    const states = takeStates(production([take('t'), take('u', { dayId: asId('other') })], []), 'd')
    expect(states).toHaveLength(1)
    expect(states[0]).toMatchObject({ verdict: 'open', cutTimecode: null })
  })
  test('a shot is done by a good take, not by a wild sound', () => {
    const states = takeStates(
      production(
        [take('t'), take('w', { wild: true, shotIds: [asId('x')] })],
        [event('1', 't', 'good', 1), event('2', 'w', 'good', 2)],
      ),
      'd',
    )
    expect([...shotsDone(states)]).toEqual(['s'])
  })
})
