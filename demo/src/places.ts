import { asId } from '@kavrell/core/records'
import type { Builder } from './builder.ts'

/** The yard and the quay on the River Sennet. None of it exists. */
export function addPlaces(b: Builder): void {
  const slip = b.add('place', 'slip', {
    name: 'Marlhythe Slip',
    address: 'Hythe Lane end, Marlhythe',
    latitudeDeg: 53.71,
    longitudeDeg: -3.16,
    timeZone: 'Europe/London',
    opensMin: 260,
    closesMin: 1350,
    directions:
      'Through Marlhythe, past the net store, down Hythe Lane to its end. Gate opens 04:20; Edda has the key.',
    parking: 'Net store yard, 180 m, level. Van may unload at the shed door until 07:00.',
    noise: 'Band saw in the lower shop until 12:00 and after 13:00. Gulls at low water.',
    shelter: 'Dry room in the net store.',
    toilets: 'Behind the sail loft, two.',
    food: 'Kettle in the net store; bread van 10:30 at the gate.',
    lockable: 'Sail loft, Edda has the key.',
    others: 'Varnish room in use Thursday afternoon.',
    phoneSignal: 'One bar in the yard, none in the shed.',
    vanAccess: 'To the shed door until 07:00. Ladder stair to the loft, 0.7 m wide.',
    permission: 'Yard and slip by the school. Steam box only with Edda.',
    hospital: 'Sennet Cross, 11 min by car, open all night. Emergency 112.',
    hazards: 'The steam box is opened by Edda alone; nobody within 2 m of its door side. Wet slip: boots.',
  })
  const quay = b.add('place', 'quay', {
    name: 'Town quay',
    address: 'Quay Row, Sennet Cross',
    latitudeDeg: 53.72,
    longitudeDeg: -3.14,
    timeZone: 'Europe/London',
    opensMin: 480,
    closesMin: 1380,
    directions: 'Follow the river road for 3 km to the harbour light, then left.',
    parking: 'Fish market, 60 m. Closed to vans 11:00 to 15:00.',
    noise: 'Crowd, tug horn at high water.',
    shelter: 'Harbour office.',
    toilets: 'By the light.',
    vanAccess: '',
    phoneSignal: 'Good.',
    others: 'Crowd from 13:30, tug crew.',
    permission: '',
    hospital: 'Sennet Cross, 4 min by car.',
    hazards: 'Quay edge without a rail.',
  })
  const waters = [
    ['2026-05-14', 475, 'low', 0.7],
    ['2026-05-14', 850, 'high', 5.1],
    ['2026-05-15', 517, 'low', 0.5],
    ['2026-05-15', 889, 'high', 5.4],
    ['2026-05-16', 560, 'low', 0.4],
    ['2026-05-16', 931, 'high', 5.6],
  ] as const
  for (const [date, atMin, type, heightM] of waters)
    b.add('tide', `${date} ${type}`, { placeId: asId(quay), date, atMin, type, heightM })
  b.add('circuit', 'loft ring', { placeId: asId(slip), name: 'Loft ring', ratingA: 13 })
  b.add('circuit', 'shed wall', {
    placeId: asId(slip),
    name: 'Shed wall',
    ratingA: 16,
    otherLoadW: 2200,
    otherLoadNote: 'kettle in the net store',
  })
  b.add('circuit', 'quay post', { placeId: asId(quay), name: 'Quay post', ratingA: 16 })
  const spots = [
    ['yard', slip, 'Yard', 40, 25, 12, true, 'Low wall to the river, slipway at the bottom of the plan.'],
    ['shed', slip, 'Old shed', 14, 8, 4.2, false, 'Double doors south. Steam box along the east wall.'],
    [
      'loft',
      slip,
      'Sail loft',
      12,
      9.5,
      3.1,
      false,
      'North window 3.6 × 1.4 m, sill 0.9. Varnish-room mirror on the east wall, 2.2 m.',
    ],
    ['bench', slip, 'Bench corner', 4.5, 3.6, 3.1, false, 'Under the loft stair.'],
    ['slipway', slip, 'Slipway', 30, 18, 12, true, 'Wet timber, weed below the third sleeper.'],
    ['quayside', quay, 'Quayside', 60, 15, 15, true, 'Harbour light at the east end.'],
  ] as const
  for (const [name, placeId, title, widthM, depthM, heightM, outdoors, note] of spots)
    b.add('spot', name, {
      placeId: asId(placeId),
      name: title,
      widthM,
      depthM,
      heightM,
      outdoors,
      note,
      upBearingDeg: name === 'shed' ? 20 : 0,
      // Old boards, tarred and dusty.
      ...(placeId === slip && !outdoors ? { wallPct: 22, ceilingPct: 25, floorPct: 18 } : {}),
    })
  addPlans(b)
  addNoise(b, slip, quay)
}

/** What stands and opens in each spot, as it was measured on the scout. */
function addPlans(b: Builder): void {
  const on = (spot: string, name: string, fields: Parameters<Builder['add']>[2]) =>
    b.add('fitting', `${spot} ${name}`, { spotId: b.id('spot', spot), name, ...fields } as never)
  on('loft', 'north window', {
    type: 'window',
    wall: 0,
    alongM: 2.2,
    widthM: 3.6,
    sillM: 0.9,
    headM: 2.3,
    groundBelowM: 4.2,
  } as never)
  on('loft', 'west pane', {
    type: 'window',
    wall: 3,
    alongM: 5.7,
    widthM: 1.7,
    sillM: 0.9,
    headM: 2.9,
    groundBelowM: 4.2,
  } as never)
  on('loft', 'varnish-room mirror', {
    type: 'mirror',
    wall: 1,
    alongM: 3.6,
    widthM: 2.2,
    sillM: 0.4,
    headM: 2.2,
  } as never)
  on('loft', 'stair door', { type: 'door', wall: 2, alongM: 2.1, widthM: 0.7, sillM: 0, headM: 1.95 } as never)
  on('loft', 'cutting table', {
    type: 'furniture',
    xM: 9.2,
    yM: 2,
    widthM: 2.4,
    depthM: 1.1,
    headM: 0.9,
    sillM: 0,
  } as never)
  on('loft', '13 A', { type: 'socket', xM: 11.6, yM: 1, circuitId: b.id('circuit', 'loft ring') } as never)
  on('loft', '13 A by the stair', {
    type: 'socket',
    xM: 0.5,
    yM: 8.4,
    circuitId: b.id('circuit', 'loft ring'),
  } as never)
  on('shed', 'double doors', { type: 'door', wall: 2, alongM: 5, widthM: 3.6, sillM: 0, headM: 3.4 } as never)
  on('shed', 'steam box', { type: 'no-go', xM: 12.6, yM: 4, widthM: 1.6, depthM: 5, sillM: 0, headM: 1.2 } as never)
  on('shed', 'roof light', {
    type: 'window',
    wall: 0,
    alongM: 6,
    widthM: 2,
    sillM: 2.8,
    headM: 3.8,
    groundBelowM: 0.6,
  } as never)
  on('shed', '16 A', { type: 'socket', xM: 0.4, yM: 4, circuitId: b.id('circuit', 'shed wall') } as never)
  on('bench', 'stair', { type: 'furniture', xM: 3.8, yM: 0.8, widthM: 1.2, depthM: 1.4, headM: 2, sillM: 0 } as never)
  on('yard', 'old shed', { type: 'obstacle', xM: 8, yM: 5, widthM: 14, depthM: 8, headM: 6, sillM: 0 } as never)
  on('slipway', 'net store', { type: 'obstacle', xM: 4, yM: 3, widthM: 7, depthM: 5, headM: 5, sillM: 0 } as never)
}

function addNoise(b: Builder, slip: string, quay: string): void {
  b.add('noiseSource', 'saw morning', { placeId: asId(slip), name: 'band saw below', fromMin: 480, toMin: 720 })
  b.add('noiseSource', 'saw afternoon', { placeId: asId(slip), name: 'band saw below', fromMin: 780, toMin: 900 })
  b.add('noiseSource', 'horn', { placeId: asId(quay), name: 'tug horn at high water', fromMin: 885, toMin: 895 })
}
