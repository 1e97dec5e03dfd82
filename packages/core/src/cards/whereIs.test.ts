import { describe, expect, test } from 'vitest'
import { productionWith } from '../testing/index.ts'
import { cardLife, whereIs, whereThingIs } from './index.ts'

const made = (more: Parameters<typeof productionWith>[0] = {}) =>
  productionWith({
    camera: { b: { letter: 'B' } },
    person: { pell: { name: 'Pell Arvo' }, sadie: { name: 'Sadie Quill' } },
    card: { B2: { label: 'B2', cameraId: 'b', serial: 'K-7731' }, B20: { label: 'B20' } },
    drive: { S1: { label: 'S1' }, S2: { label: 'S2', case: '4' } },
    vehicle: { van: { name: 'White van' } },
    kitCase: { four: { label: '4', vehicleId: 'van' } },
    take: { t: { version: 2, slate: '12A', number: 3, cardIds: ['B2'] } },
    ...more,
  })
const says = (production: ReturnType<typeof made>, asked: string) =>
  whereIs(production, asked).flatMap((one) => one.says)

describe('where a card is', () => {
  test('is what was said of it; what is only likely is called so', () => {
    expect(says(made(), 'b2')[0]).toBe('Card B2: likely in B, by what was recorded last.')
    const moved = { cardMove: { m: { version: 3, cardId: 'B2', cameraId: 'b', type: 'in' as const } } }
    expect(says(made(moved), 'b2')[0]).toBe('Card B2: in B.')
    const given = { custody: { c: { version: 4, driveId: null, cardId: 'B2', personId: 'pell', place: 'bag 2' } } }
    expect(says(made({ ...moved, ...given }), 'B2 ')[0]).toBe('Card B2: with Pell Arvo, bag 2.')
    const both = { rules: { handOvers: 'both' as const } }
    expect(says(made({ ...moved, ...given, ...both }), 'B2')[0]).toBe('Card B2: was given to Pell Arvo, who has not said that it came.') // prettier-ignore
  })
  test('names each copy, whether it was read back, and who has the drive', () => {
    const production = made({
      copyRun: { r: { version: 5, afterSeq: 4, cardId: 'B2', driveId: 'S1', bytes: 1e12 }, u: { version: 6, afterSeq: 4, cardId: 'B2', driveId: 'S2', bytes: 1e12 } }, // prettier-ignore
      copyCheck: { k: { version: 7, copyRunId: 'r' } },
      custody: { c: { version: 8, driveId: 'S1', personId: 'sadie', place: 'Room 12' } },
    })
    expect(says(production, 'k-7731').slice(1)).toEqual([
      'Copied to S1 (read back the same), with Sadie Quill, Room 12.',
      'Copied to S2 (not read back), nobody is down as having it.',
    ])
    expect(says(production, 's1')).toEqual(['Drive S1: with Sadie Quill, Room 12.', 'Checked copies on it: B2.'])
    expect(says(production, 's2')[0]).toBe('Drive S2: packed in case 4, which goes in White van.')
    expect(says(production, '4')[1]).toBe('Is to hold S2.')
  })
  test('a thing that went back is with whom it went to, and a label that was read finds its own thing only', () => {
    const production = made({ kitItem: { arm: { name: 'Long arm', case: '4', from: 'Harrow Hire', returnedOn: '2026-05-15' } } }) // prettier-ignore
    expect(says(production, 'long')).toEqual(['Long arm: went back to Harrow Hire on 2026-05-15.'])
    expect(whereThingIs(production, 'B20')?.label).toBe('B20')
    expect(whereThingIs(production, 'of another production')).toBeNull()
  })
  test('what is called exactly so comes first, and nothing is found of nothing', () => {
    expect(whereIs(made(), 'B2').map(({ label }) => label)).toEqual(['B2', 'B20'])
    expect([whereIs(made(), '  '), whereIs(made(), 'nobody')]).toEqual([[], []])
  })
})

test('a card’s life is told in the order in which it was written down, whatever clocks said', () => {
  const production = made({
    cardMove: {
      in: { version: 1, cardId: 'B2', cameraId: 'b', type: 'in', happenedAt: '2026-05-14T18:00:00.000Z' },
      out: { version: 3, cardId: 'B2', cameraId: 'b', type: 'out', happenedAt: '2026-05-14T09:00:00.000Z' },
    },
    copyRun: { r: { version: 4, cardId: 'B2', driveId: 'S1', files: 2, bytes: 1e9 }, s: { version: 6, cardId: 'B2', driveId: 'S2', fromDriveId: 'S1', files: 2, bytes: 1e9 } }, // prettier-ignore
    copyCheck: { k: { version: 5, copyRunId: 'r' } },
    wipe: { w: { version: 9, cardId: 'B2' } },
  })
  const life = cardLife(production, 'B2')
  expect(life.map((event) => event.says)).toEqual([
    'put into B',
    '12A take 3 recorded',
    'taken out of B',
    'copied to S1: 2 files, 1.00 GB',
    'copy on S1 read back, the same',
    'copied from S1 to S2: 2 files, 1.00 GB',
    'wiped',
  ])
  expect(life.filter((event) => event.empties)).toHaveLength(1)
  expect(cardLife(production, 'B20')).toEqual([])
})
