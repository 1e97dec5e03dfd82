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
    shelter: 'Toilets behind the sail loft. Dry room and kettle in the net store.',
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
    shelter: 'Harbour office, toilets by the light.',
    hospital: 'Sennet Cross, 4 min by car.',
    hazards: 'Quay edge without a rail.',
  })
  b.add('circuit', 'loft ring', { placeId: slip, name: 'Loft ring', ratingA: 13 })
  b.add('circuit', 'shed wall', {
    placeId: slip,
    name: 'Shed wall',
    ratingA: 16,
    otherLoadW: 2200,
    otherLoadNote: 'kettle in the net store',
  })
  b.add('circuit', 'quay post', { placeId: quay, name: 'Quay post', ratingA: 16 })
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
    b.add('spot', name, { placeId, name: title, widthM, depthM, heightM, outdoors, note })
}
