import { expect, test } from 'vitest'
import { asId } from '../records/index.ts'
import { runStates } from '../takes/index.ts'
import { productionWith } from '../testing/index.ts'
import { ownStop } from './ownStop.ts'

const start = Date.parse('2026-05-14T08:00:00Z')
const at = (minute: number) => new Date(start + minute * 60_000).toISOString()
/** A camera of 800 Mb/s that began at 08:00, on a card of so many gigabytes on which a run of ten minutes lies. */
function rolls(gigabytes: number, camera: object, extra: object = {}) {
  const production = productionWith({
    camera: { a: { letter: 'A', dataRateMbps: 800, ...camera } },
    card: { card: { capacityGb: gigabytes } },
    day: { day: {} },
    run: {
      before: { dayId: asId('day'), cameraId: asId('a'), recorderId: null, cardId: asId('card'), startedAt: at(-30), startTimecode: '07:30:00:00' }, // prettier-ignore
      now: { dayId: asId('day'), cameraId: asId('a'), recorderId: null, cardId: asId('card'), startedAt: at(0), startTimecode: '08:00:00:00' }, // prettier-ignore
    },
    runStop: { s: { runId: asId('before'), timecode: '07:40:00:00', happenedAt: at(-20) } },
    ...extra,
  })
  const own = runStates(production).flatMap((run) => (run.id === 'now' ? (ownStop(production, run) ?? []) : []))
  return own.map(({ atMs, how }) => [(atMs - start) / 60_000, how])
}

test('a device stops at its own limit or where its card is full, whichever comes first', () => {
  expect(rolls(1000, { stopsItselfMin: 29.98 })).toEqual([[29.98, 'by itself']])
  // 120 GB are 20 minutes at 800 Mb/s, of which ten are taken.
  expect(rolls(120, { stopsItselfMin: 29.98 })).toEqual([[10, 'card full']])
  expect(rolls(120, {})).toEqual([[10, 'card full']])
  expect(rolls(60, {})).toEqual([[0, 'card full']])
})
test('without a card and without a limit nobody knows, and one that was stopped does not stop again', () => {
  expect(rolls(120, {}, { card: {} })).toEqual([])
  const stopped = { runStop: { s: { runId: asId('now'), timecode: '08:01:00:00', happenedAt: at(1) } } }
  expect(rolls(1000, { stopsItselfMin: 5 }, stopped)).toEqual([])
})
